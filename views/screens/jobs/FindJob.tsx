'use client';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { TextInput } from '@/ui/Field';

/** Somebody is still typing. */
const PAUSE_MS = 250;

/** Looks for a job among those kept here; what is looked for stands in the address. */
export function FindJob({ find }: { find: string }) {
  const router = useRouter();
  const [text, setText] = useState(find);
  useEffect(() => {
    if (text.trim() === find) return;
    const pause = setTimeout(
      () => router.replace(text.trim() === '' ? '/' : `/?${new URLSearchParams({ find: text.trim() })}`),
      PAUSE_MS,
    );
    return () => clearTimeout(pause);
  }, [text, find, router]);
  return (
    <div className="mb-2 w-64 max-sm:w-full">
      <TextInput
        type="search"
        aria-label="Find a job"
        placeholder="find: name, address, client"
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
    </div>
  );
}
