'use client';
import { SlidersHorizontal } from 'lucide-react';
import { useMemo, useState } from 'react';
import type { Dialect } from '@/core/job/terms';
import { Pick } from '@/ui/Choice';
import { Select } from '@/ui/Field';
import { IconButton } from '@/ui/IconButton';
import { Popover } from '@/ui/Popover';
import { useNarrow } from '@/ui/useMedia';
import { useJobState } from '../../client/JobContext';
import { type CurvesPlace, showCurves } from './place';

const VIEWS = [
  { value: 'bands', label: 'Bands' },
  { value: 'board', label: 'Every pair' },
] as const;
const modesOf = (dialect: Dialect) =>
  [
    { value: 'time', label: 'Time' },
    { value: 'energy', label: 'Energy' },
    { value: 'residual', label: dialect === 'nec' ? 'Ground fault' : 'Residual' },
    { value: 'arc', label: 'Arc' },
  ] as const;
const UNITS = [
  { value: 'a', label: 'Amperes' },
  { value: 'in', label: '× rating' },
] as const;
const GRADES = [
  { value: 'own', label: 'Each at its own' },
  { value: 'standard', label: 'Standard' },
  { value: 'typical', label: 'Typical' },
] as const;

/** Which circuit, and how its curves are shown. */
export function CurvesHead({ place }: { place: CurvesPlace }) {
  const narrow = useNarrow();
  const [open, setOpen] = useState(false);
  const circuits = useJobState((state) => state.job.circuits);
  const options = useMemo(
    () =>
      Object.values(circuits)
        .filter(({ state }) => state !== 'removed')
        .sort((a, b) => (a.order < b.order ? -1 : 1))
        .map(({ id, number, name }) => ({ value: id, label: `${number} ${name}`.trim() })),
    [circuits],
  );
  return (
    <section
      aria-label="How the curves are shown"
      className="flex flex-wrap items-center gap-x-4 gap-y-2 border-line border-b bg-raised px-3 py-2"
    >
      {options.length > 0 && (
        <Pick
          label="View"
          value={place.board ? 'board' : 'bands'}
          options={VIEWS}
          onChange={(view) => showCurves(place, { board: view === 'board' })}
        />
      )}
      {!place.board && (
        <>
          {options.length > 0 && (
            <Select
              aria-label="Circuit"
              className="w-60 max-w-full max-lg:w-36"
              value={place.circuitId ?? ''}
              options={options}
              onChange={(circuitId) => showCurves(place, { circuitId, items: null })}
            />
          )}
          {narrow ? (
            <Popover
              open={open}
              onOpenChange={setOpen}
              label="Shown as"
              wide
              trigger={
                <IconButton name="Shown as">
                  <SlidersHorizontal size={16} aria-hidden />
                </IconButton>
              }
            >
              <div className="grid gap-3">
                <HowShown place={place} />
              </div>
            </Popover>
          ) : (
            <HowShown place={place} />
          )}
        </>
      )}
    </section>
  );
}

/** Time or energy, in which unit, at which grade. */
function HowShown({ place }: { place: CurvesPlace }) {
  const modes = modesOf(useJobState((state) => state.job.dialect));
  return (
    <>
      <Pick
        label="What is drawn"
        value={place.mode}
        options={place.circuitId === null ? modes.slice(0, 2) : modes}
        onChange={(mode) => showCurves(place, { mode })}
      />
      {place.mode === 'time' && (
        <>
          <Pick
            label="Currents"
            value={place.multiples ? 'in' : 'a'}
            options={UNITS}
            onChange={(unit) => showCurves(place, { multiples: unit === 'in' })}
          />
          <Pick
            label="Grade of the bands"
            value={place.grade}
            options={GRADES}
            onChange={(grade) => showCurves(place, { grade })}
          />
        </>
      )}
    </>
  );
}
