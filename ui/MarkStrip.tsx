import { type MarkKind, VerdictMark } from './VerdictMark';

/** Small verdict marks in a fixed order, read as one picture; the label says them in words. */
export function MarkStrip({ kinds, label }: { kinds: readonly MarkKind[]; label: string }) {
  return (
    <span className="inline-flex gap-[7px]" role="img" aria-label={label}>
      {kinds.map((kind, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: the place in the strip is the identity
        <VerdictMark key={index} kind={kind} size={12} />
      ))}
    </span>
  );
}
