'use client';
import { Plus, X } from 'lucide-react';
import { type FormEvent, useMemo, useState } from 'react';
import { FAMILIES } from '@/core/job/families';
import { DEVICE_LINES, readDeviceLine } from '@/core/quick/deviceLine';
import type { CurvesStudy } from '@/core/reports/curves';
import { Button } from '@/ui/Button';
import { Labelled, TextInput } from '@/ui/Field';
import { IconButton } from '@/ui/IconButton';
import { Menu } from '@/ui/Menu';
import { useJobState } from '../../client/JobContext';
import { KeptComparisons } from './KeptComparisons';
import { type CurvesPlace, showCurves } from './place';

const MOST = 12;
const HUES = 5;

/** The devices whose bands are shown; any of the job can be added, or one that is typed. */
export function DevicesPanel({
  place,
  items,
  study,
}: {
  place: CurvesPlace;
  items: readonly string[];
  study: CurvesStudy | undefined;
}) {
  const devices = useJobState((state) => state.job.devices);
  const dialect = useJobState((state) => state.job.dialect);
  const [typed, setTyped] = useState('');
  const [problem, setProblem] = useState<string | undefined>();
  const put = (next: readonly string[]) => showCurves(place, { items: next });
  const others = useMemo(
    () =>
      Object.values(devices)
        .filter(
          ({ id, state, settings }) => state !== 'removed' && FAMILIES[settings.family].onOvercurrent && !items.includes(id),
        )
        .map(({ id, name }) => ({ value: id, label: name }))
        .sort((a, b) => a.label.localeCompare(b.label)),
    [devices, items],
  );
  const add = (event: FormEvent) => {
    event.preventDefault();
    const read = readDeviceLine(typed, dialect);
    if (!read.ok) return setProblem(read.message);
    setProblem(undefined);
    setTyped('');
    if (!items.includes(read.value.id)) put([...items, read.value.id]);
  };
  const full = items.length >= MOST;
  return (
    <aside aria-label="Devices" className="order-2 border-line p-3 lg:order-1 lg:overflow-y-auto lg:border-r">
      <ul className="grid gap-1" data-testid="compared">
        {items.map((item) => (
          <Compared key={item} item={item} study={study} leaveOut={() => put(items.filter((each) => each !== item))} />
        ))}
      </ul>
      <form onSubmit={add} className="mt-3 grid gap-2">
        <Labelled label="Any other, as it is called" problem={problem}>
          {(wiring) => (
            <span className="flex gap-1">
              <TextInput
                {...wiring}
                value={typed}
                disabled={full}
                placeholder={DEVICE_LINES[dialect].split(',')[0]}
                onChange={({ target }) => setTyped(target.value)}
              />
              <IconButton name="Add it" type="submit" disabled={full || typed.trim() === ''}>
                <Plus size={16} aria-hidden />
              </IconButton>
            </span>
          )}
        </Labelled>
        {others.length > 0 && (
          <Menu
            name="Another of this job"
            items={others.map(({ value, label }) => ({ label, disabled: full, run: () => put([...items, value]) }))}
            trigger={<Button disabled={full}>Another of this job</Button>}
          />
        )}
        {full && <p className="text-[13px] text-quiet">Twelve bands are what can still be told apart.</p>}
        {place.items !== null && place.circuitId !== null && (
          <Button onClick={() => showCurves(place, { items: null })}>Those on the way of the circuit</Button>
        )}
      </form>
      <KeptComparisons />
    </aside>
  );
}

/** One of the devices compared: its colour, what it is, and why it is not drawn. */
function Compared({ item, study, leaveOut }: { item: string; study: CurvesStudy | undefined; leaveOut: () => void }) {
  const devices = useJobState((state) => state.job.devices);
  const at = study?.bands.findIndex(({ deviceId }) => deviceId === item) ?? -1;
  const band = study?.bands[at];
  const absent = study?.absent.find(({ id }) => id === item);
  const name = devices[item]?.name ?? item.replace(/^t:/, '');
  return (
    <li className="grid grid-cols-[14px_minmax(0,1fr)_auto] items-start gap-x-2 rounded border border-line bg-raised p-2">
      <span
        aria-hidden
        className="mt-1 h-3 w-3 rounded-sm"
        style={band === undefined ? {} : { background: `var(--series-${(at % HUES) + 1})` }}
      />
      <span className="min-w-0">
        <span className="block font-semibold text-[15px]">{band?.label ?? name}</span>
        {band !== undefined && band.label !== name && <span className="block truncate text-[13px] text-quiet">{name}</span>}
        {band !== undefined && (
          <span className="block text-[12px] text-quiet">
            {band.grade}
            {band.own !== null && band.own.broken === null && ', its own points dashed'}
          </span>
        )}
        {band?.own?.broken != null && <span className="block text-[13px] text-stop">own points: {band.own.broken}</span>}
        {absent !== undefined && <span className="block text-[13px] text-quiet">not drawn: {absent.because}</span>}
      </span>
      <IconButton name={`Leave out ${name}`} className="size-7" onClick={leaveOut}>
        <X size={14} aria-hidden />
      </IconButton>
    </li>
  );
}
