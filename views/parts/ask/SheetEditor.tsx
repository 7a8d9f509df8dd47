'use client';
import { useId, useMemo } from 'react';
import { REACH_WORDS, readOwn, type SheetLine, type SheetTo, sheetLines } from '@/core/edits/sheet';
import type { CollectionName } from '@/core/job/collections';
import type { Job } from '@/core/job/schema/job';
import type { Dialect } from '@/core/job/terms';
import { cx } from '@/ui/cx';
import { KeptText, Select } from '@/ui/Field';

type Change = (line: SheetLine, to: SheetTo) => string | undefined;

const THINGS: Readonly<Partial<Record<CollectionName, Readonly<Record<Dialect, string>>>>> = {
  origins: { iec: 'Supply', nec: 'Supply' },
  electrodes: { iec: 'Electrodes', nec: 'Electrodes' },
  boards: { iec: 'Boards', nec: 'Panels' },
  circuits: { iec: 'Circuits', nec: 'Circuits' },
  devices: { iec: 'Devices', nec: 'Breakers' },
  segments: { iec: 'Cables', nec: 'Cables' },
  rooms: { iec: 'Rooms', nec: 'Rooms' },
  points: { iec: 'Points', nec: 'Outlets' },
  loads: { iec: 'Loads', nec: 'Loads' },
};

/**
 * The usual sheet where it is kept: what is taken for usual, how far each value reaches, and what is asked instead.
 * @param job whose sheet it is; of a firm an empty one of its dialect
 */
export function SheetEditor({ job, change }: { job: Job; change: Change }) {
  const lines = useMemo(() => sheetLines(job), [job]);
  const groups = useMemo(() => [...new Set(lines.map(({ on }) => on))], [lines]);
  return (
    <div className="grid gap-4" data-testid="usual-entries">
      {groups.map((on) => (
        <section key={on} aria-label={THINGS[on]![job.dialect]}>
          <h3 className="border-line border-b pb-1 font-semibold text-[13px] text-quiet">{THINGS[on]![job.dialect]}</h3>
          <ul>
            {lines
              .filter((line) => line.on === on)
              .map((line) => (
                <Line key={line.id} job={job} line={line} change={change} />
              ))}
          </ul>
        </section>
      ))}
    </div>
  );
}

function Line({ job, line, change }: { job: Job; line: SheetLine; change: Change }) {
  const id = useId();
  const { text, usual, taken, own } = line;
  return (
    <li
      className="grid grid-cols-[24px_minmax(0,1fr)] items-start gap-x-2 border-line border-b py-2 lg:grid-cols-[24px_minmax(0,6fr)_minmax(0,9fr)] pointer-coarse:grid-cols-[44px_minmax(0,1fr)]"
      data-sheet={line.id}
    >
      <input
        id={id}
        type="checkbox"
        checked={taken}
        onChange={() => change(line, taken ? 'ask' : 'as-shipped')}
        className="size-4 self-start accent-copper max-lg:row-span-2 pointer-coarse:size-11"
      />
      <label htmlFor={id} className={cx('min-w-0', !taken && 'text-quiet')}>
        {text}
      </label>
      <div className="min-w-0 max-lg:col-start-2">
        {!taken && <p className="text-quiet">asked every time</p>}
        {taken &&
          usual.map(({ says, reach }) => (
            <p key={says} className="flex flex-wrap justify-between gap-x-4">
              <span className={cx('font-semibold', own?.changed && 'font-normal text-quiet line-through')}>{says}</span>
              <span className="text-[12px] text-quiet lg:w-72">{REACH_WORDS[reach]}</span>
            </p>
          ))}
        {taken && own !== undefined && <Own job={job} line={line} own={own} change={change} />}
      </div>
    </li>
  );
}

/** A value that may be another one here. */
function Own({ job, line, own, change }: { job: Job; line: SheetLine; own: NonNullable<SheetLine['own']>; change: Change }) {
  const { how, shown, value } = own;
  if (how.kind === 'choice')
    return (
      <div className="mt-1 max-w-40">
        <Select<string>
          aria-label={`Usual here: ${line.text}`}
          value={String(value)}
          options={how.options.map((each) => ({ value: String(each.value), label: each.label }))}
          onChange={(to) => change(line, { value: how.options.find((each) => String(each.value) === to)!.value })}
        />
      </div>
    );
  return (
    <KeptText
      label="Usual here"
      className="mt-1 max-w-40"
      value={shown}
      keep={(typed) => {
        const read = readOwn(job, line, typed);
        return read.ok ? change(line, { value: read.value }) : read.message;
      }}
    />
  );
}
