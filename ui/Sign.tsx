/** The product's sign: two opening curves, one ahead of the other. */
export function Sign({ size = 28 }: { size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 28 28" fill="none" aria-hidden>
      <path d="M3 4 C4 12 9 13 9 17 V22 H15" stroke="var(--copper)" strokeWidth="2" />
      <path d="M10 4 C11 10 17 11 17 16 V19 H25" stroke="var(--pass)" strokeWidth="2" />
    </svg>
  );
}
