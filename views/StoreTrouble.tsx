/** The store cannot be used: why, and what to do. Nothing was overwritten. */
export function StoreTrouble({ message }: { message: string }) {
  return (
    <main className="mx-auto max-w-2xl p-8" data-testid="store-trouble">
      <h1 className="font-semibold text-xl">The jobs cannot be read.</h1>
      <p className="mt-3 break-words text-base">{message}</p>
      <p className="mt-3 text-quiet">Nothing was overwritten. Reload this page when it is put right.</p>
    </main>
  );
}
