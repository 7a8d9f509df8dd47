'use client';
import { X } from 'lucide-react';
import { useState } from 'react';
import { appliancesOf } from '@/core/edits/catalogue/appliances';
import { addAppliance } from '@/core/edits/loads';
import { rename, setField, takeOut } from '@/core/edits/rows';
import { factPaths } from '@/core/facts/read';
import type { Command } from '@/core/job/commands';
import type { Circuit, Load } from '@/core/job/schema/circuit';
import { showNumber } from '@/core/job/show';
import { VERDICT_WORDS } from '@/core/job/terms';
import type { Supplied } from '@/core/reports/bothWays';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { KeptText, Labelled, Select } from '@/ui/Field';
import { IconButton } from '@/ui/IconButton';
import { VerdictMark } from '@/ui/VerdictMark';
import { useAnswer, useJobState, useSession } from '../../client/JobContext';
import { FoldedFacts } from './Panel';

/** What is asked of a load first. */
const FIRST = ['powerW', 'lines', 'appliance', 'fastened', 'continuous'];

/** Everything there is to say of a load. */
export function LoadFacts({ load }: { load: Load }) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const { id, name } = load;
  const flag = (field: 'needsNeutral' | 'safetyService' | 'mustStayOn', label: string, yes: string, no: string) => (
    <Choice
      label={label}
      value={load[field] === true ? 'yes' : 'no'}
      options={[
        { value: 'no' as const, label: no },
        { value: 'yes' as const, label: yes },
      ]}
      onChange={(to) => session.edit(setField(job, 'loads', id, field, to === 'yes', to === 'yes' ? yes : no))}
    />
  );
  return (
    <section aria-label={name} className="grid grid-cols-[minmax(0,1fr)] gap-2 border-line border-t pt-2">
      <div className="flex items-end gap-2">
        <KeptText
          label="Load"
          value={name}
          className="min-w-0 flex-1"
          keep={(text) => session.edit(rename('loads', id, text, 'Load'))}
        />
        <IconButton name={`Delete ${name}`} onClick={() => session.edit(takeOut(job, 'loads', id))}>
          <X size={16} aria-hidden />
        </IconButton>
      </div>
      <FoldedFacts paths={factPaths(job, 'loads', id)} first={FIRST} />
      {flag('needsNeutral', 'Neutral', 'needs a neutral', 'needs no neutral')}
      {flag('mustStayOn', 'Staying on', 'must stay on', 'may go off')}
      {flag('safetyService', 'Service', 'safety service', 'ordinary service')}
      {load.voltages?.value === 'either' && <BothWays loadId={id} />}
    </section>
  );
}

/** What usual appliances there are, one put on the circuit: its values are assumed until its plate is read. */
export function AddAppliance({
  circuit,
  pointId,
  give,
}: {
  circuit: Circuit;
  pointId?: string;
  /** Takes the command, where it is not simply carried out. */
  give?: (command: Command) => void;
}) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const appliances = appliancesOf(job.dialect);
  const [chosen, setChosen] = useState<string>(NONE);
  const appliance = appliances.find(({ id }) => id === chosen);
  return (
    <form
      className="flex items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (appliance === undefined) return;
        (give ?? session.edit)(addAppliance(job, circuit, pointId, appliance, crypto.randomUUID()));
        setChosen(NONE);
      }}
    >
      <Labelled
        label={pointId === undefined ? 'Add a usual appliance' : 'Add what is plugged in or fitted here'}
        className="min-w-0 flex-1"
      >
        {(wiring) => (
          <Select
            {...wiring}
            value={chosen}
            options={[
              { value: NONE, label: 'typical values, assumed' },
              ...appliances.map(({ id, name, powerW }) => ({ value: id, label: `${name}, ${showNumber(powerW / 1000)} kW` })),
            ]}
            onChange={setChosen}
          />
        )}
      </Labelled>
      <Button type="submit" disabled={appliance === undefined} className="disabled:opacity-40">
        Add it
      </Button>
    </form>
  );
}
const NONE = 'none';

/** A load on one line and between two, studied beside each other; either can be taken. */
function BothWays({ loadId }: { loadId: string }) {
  const session = useSession();
  const found = useAnswer({ kind: 'bothWays', loadId });
  if (found === undefined) return <div className="min-h-24" aria-busy="true" />;
  if ('why' in found) return <p className="text-[13px] text-quiet">Both voltages cannot be compared: {found.why}.</p>;
  const rows: [string, (way: Supplied) => string][] = [
    ['current', ({ currentA }) => `${showNumber(currentA)} A`],
    ['breaker', ({ ratingA, lines }) => `${ratingA} A ${lines}P`],
    ['drop', ({ dropPercent }) => (dropPercent === null ? 'unknown' : `${showNumber(dropPercent)} %`)],
    ['legs apart', ({ apartA }) => (apartA === null ? 'unknown' : `${showNumber(apartA)} A`)],
    ['spaces', ({ spaces }) => `${spaces}`],
    ['breaker costs', ({ price }) => (price === null ? 'no price' : showNumber(price))],
  ];
  return (
    <table className="w-full border-collapse text-[13px]" data-testid="both-ways">
      <caption className="pb-1 text-left font-semibold">Both voltages, the cable as it is</caption>
      <thead>
        <tr className="border-line border-b">
          <td />
          {found.ways.map((way) => (
            <th key={way.lines} scope="col" className="py-1 text-right font-semibold">
              <span className="inline-flex items-center gap-1">
                <VerdictMark kind={way.verdict} label={VERDICT_WORDS[way.verdict]} /> {way.volts} V
              </span>
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(([name, value]) => (
          <tr key={name} className="border-line border-b">
            <th scope="row" className="py-1 text-left font-normal text-quiet">
              {name}
            </th>
            {found.ways.map((way) => (
              <td key={way.lines} className="py-1 text-right tabular-nums">
                {value(way)}
              </td>
            ))}
          </tr>
        ))}
        <tr>
          <td />
          {found.ways.map((way) => (
            <td key={way.lines} className="pt-2 text-right">
              <Button onClick={() => session.edit(way.command)}>Take {way.volts} V</Button>
            </td>
          ))}
        </tr>
      </tbody>
    </table>
  );
}
