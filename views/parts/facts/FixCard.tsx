'use client';
import { useState } from 'react';
import type { Fix } from '@/core/fixes/fixes';
import { questionWords } from '@/core/job/terms';
import { Button } from '@/ui/Button';
import { useSession } from '../../client/JobContext';

/** A fix tried on the whole job: what it does, what is better and worse for it, and one press to apply it. */
export function FixCard({ fix }: { fix: Fix }) {
  const session = useSession();
  const [refusal, setRefusal] = useState<string>();
  const worse =
    fix.worsens.length === 0
      ? 'none worse'
      : `worse: ${fix.worsens.map((change) => `${change.circuit}: ${questionWords(change.question)}`).join(', ')}`;
  return (
    <div data-fix className="mt-2 flex items-center gap-3 rounded border border-line bg-raised px-3 py-2">
      <div className="min-w-0 text-[13px]">
        <p className="font-semibold">{fix.command.label}</p>
        <p className="text-quiet">
          {fix.improves.length === 0 ? 'resolves an unknown' : `${fix.improves.length} better`} · {worse}
        </p>
        {refusal !== undefined && <p className="font-semibold text-stop">{refusal}</p>}
      </div>
      <Button primary className="ml-auto" onClick={() => setRefusal(session.edit(fix.command))}>
        Apply
      </Button>
    </div>
  );
}
