'use client';
import { useState } from 'react';
import { type Disputed, disputedIn } from '@/core/job/disputed';
import { meaningOf, QUANTITIES, type QuantityId } from '@/core/job/quantities';
import { Dialog } from '@/ui/Dialog';
import { TextInput } from '@/ui/Field';
import { useJobState } from '../../client/JobContext';
import { Meanings } from './Meanings';

const IDS = Object.keys(QUANTITIES) as QuantityId[];
const saying = (id: QuantityId): string => {
  const { iec, nec, clauses } = QUANTITIES[id];
  return [iec.symbol, iec.name, nec.symbol, nec.name, meaningOf(id, 'iec'), meaningOf(id, 'nec'), clauses.iec, clauses.nec]
    .join(' ')
    .toLowerCase();
};

const told = ({ title, schools, here }: Disputed): string =>
  [title, ...schools, here, 'practitioners disagree'].join(' ').toLowerCase();

/** What each school holds, and what is taken here. */
function Disputes({ of }: { of: readonly Disputed[] }) {
  return (
    <section aria-label="Where practitioners disagree" data-testid="disputed" className="mt-5 grid gap-3 text-[13px]">
      <h3 className="border-line border-t pt-3 font-semibold text-[15px]">Where practitioners disagree</h3>
      {of.map(({ id, title, schools, here }) => (
        <div key={id}>
          <h4 className="font-semibold">{title}</h4>
          <ul className="ml-4 list-disc text-quiet">
            {schools.map((school) => (
              <li key={school}>{school}</li>
            ))}
          </ul>
          <p>
            <span className="text-quiet">Here:</span> {here}.
          </p>
        </div>
      ))}
    </section>
  );
}

/** Every quantity that a check compares, in both trades, and where practitioners disagree; found by symbol, name, clause or matter. */
export function Glossary({
  open,
  onOpenChange,
  begun = '',
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  /** What is looked for at first. */
  begun?: string;
}) {
  const dialect = useJobState((state) => state.job.dialect);
  const [find, setFind] = useState(begun);
  const wanted = find.trim().toLowerCase();
  const found = IDS.filter((id) => saying(id).includes(wanted));
  const disputed = disputedIn(dialect).filter((each) => told(each).includes(wanted));
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title="Quantities">
      <div className="border-line border-b p-4">
        <h2 className="mb-2 font-semibold text-base">Quantities</h2>
        <TextInput
          type="search"
          aria-label="Symbol, name or clause"
          placeholder="symbol, name or clause"
          value={find}
          onChange={({ target }) => setFind(target.value)}
        />
      </div>
      <div className="p-4" data-testid="glossary">
        {found.length + disputed.length === 0 && <p className="text-quiet">None is called that.</p>}
        <Meanings of={found} dialect={dialect} />
        {disputed.length > 0 && <Disputes of={disputed} />}
      </div>
    </Dialog>
  );
}
