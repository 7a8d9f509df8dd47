/** What an id, and what a name or a label, may have of letters. The schema holds to it. */
export const ID_LETTERS = 64;
export const NAME_LETTERS = 200;

/** An id that nobody has: the one wanted, or with a number after it, `hob-2`. Never longer than an id may be. */
export function freeId(wanted: string, has: (id: string) => boolean): string {
  for (let count = 1; ; count++) {
    const id = count === 1 ? wanted.slice(0, ID_LETTERS) : endedId(wanted, `-${count}`);
    if (!has(id)) return id;
  }
}

/** An id with something after it, cut ahead of that where it is too long. */
export const endedId = (id: string, ending: string): string => `${id.slice(0, ID_LETTERS - ending.length)}${ending}`;

/** A name or label made of others, cut to what one may hold. */
export const cutName = (name: string): string => name.slice(0, NAME_LETTERS);
