/**
 * The address as it is, with the questions open or closed.
 * @param open at a question of that id, where it is one
 */
export function withAsk(open: boolean | string): string {
  const query = new URLSearchParams(window.location.search);
  if (open === false) query.delete('ask');
  else {
    query.set('ask', open === true ? 'open' : open);
    // They cover the screen the list of findings stands on.
    query.delete('findings');
  }
  return `${window.location.pathname}${query.size === 0 ? '' : `?${query}`}`;
}
/** Whether questions are asked, by the address. */
export const askOpen = (): boolean => new URLSearchParams(window.location.search).has('ask');
