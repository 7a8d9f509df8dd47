'use client';

/** What is chosen, in a word at the foot of a phone, with the way to where it is said in full. */
export function FootButton({ to, name, says }: { to: string; name: string; says: string }) {
  return (
    <button
      type="button"
      onClick={() => document.getElementById(to)?.scrollIntoView({ behavior: 'smooth' })}
      className="sticky bottom-2 z-10 mt-3 flex min-h-11 w-full items-center justify-between gap-2 rounded border-2 border-copper bg-raised px-3 text-left shadow-raised"
    >
      <span className="min-w-0 flex-1 truncate">
        {name}: <span className="font-semibold">{says}</span>
      </span>
      <span className="text-copper">See</span>
    </button>
  );
}
