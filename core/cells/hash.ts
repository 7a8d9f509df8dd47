/** Two 32-bit hashes (FNV-1a, forward and backward) side by side: a name for a text, not a safeguard. */
export function hash(text: string): string {
  let forward = 0x811c9dc5;
  let backward = 0x811c9dc5;
  for (let at = 0; at < text.length; at++) {
    forward = Math.imul(forward ^ text.charCodeAt(at), 0x01000193);
    backward = Math.imul(backward ^ text.charCodeAt(text.length - 1 - at), 0x01000193);
  }
  return [forward, backward].map((half) => (half >>> 0).toString(16).padStart(8, '0')).join('');
}
