import Link from 'next/link';

export default function NotFound() {
  return (
    <main className="mx-auto max-w-xl p-8">
      <h1 className="text-xl font-semibold">There is nothing at this address.</h1>
      <p className="mt-2 text-quiet">The job may have been kept under another name, or in another data folder.</p>
      <Link className="mt-6 inline-block font-semibold text-copper underline underline-offset-4" href="/">
        All jobs
      </Link>
    </main>
  );
}
