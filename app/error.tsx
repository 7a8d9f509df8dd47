'use client';

export default function ErrorScreen({ error, reset }: { error: Error; reset: () => void }) {
  return (
    <main className="mx-auto max-w-xl p-8">
      <h1 className="text-xl font-semibold">This page could not be shown.</h1>
      <p className="mt-2 text-quiet">{error.message}</p>
      <button type="button" onClick={reset} className="mt-6 min-h-9 rounded border border-line-strong px-4 font-semibold">
        Try again
      </button>
    </main>
  );
}
