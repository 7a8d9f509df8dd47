/** Said on every screen outside a job while the jobs are not copied as they should be. */
export function CopyTrouble({ text }: { text: string }) {
  return (
    <p
      role="alert"
      data-testid="copy-trouble"
      className="mb-4 rounded border border-stop bg-stop-ground px-4 py-2 break-words text-[13px]"
    >
      <b className="font-semibold">Copies.</b> {text}
    </p>
  );
}
