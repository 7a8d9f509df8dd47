'use client';
import { setOfJob } from '@/core/edits/rows';
import { SOURCE_NAMES, withVoltageSystem } from '@/core/edits/sources';
import type { Job } from '@/core/job/schema/job';
import { EarthingSystem, type VoltageSystem } from '@/core/job/schema/supply';
import { earthingWords, systemWord, word } from '@/core/job/terms';
import { Choice } from '@/ui/Choice';
import { KeptText, Labelled, Select } from '@/ui/Field';
import { useAnswer, useJobState, useSession } from '../../client/JobContext';
import { OtherElectrodes } from './Electrodes';
import { NewSourceMenu } from './NewSourceMenu';
import { OriginPanel } from './OriginPanel';
import { SourceStates } from './SourceStates';
import { SupplyLine } from './SupplyLine';

/** The supply: how power arrives, what is declared and measured of it, and in which states the house can be fed. */
export function SupplyScreen() {
  const supply = useAnswer({ kind: 'supply' });
  return (
    <main className="min-w-0 flex-1 p-3 lg:overflow-y-auto" aria-busy={supply === undefined}>
      <div className="mx-auto grid max-w-[1180px] grid-cols-[minmax(0,1fr)] gap-[10px]">
        <SystemStrip />
        <SupplyLine />
        {supply?.origins.map((origin, index, all) => (
          <OriginPanel
            key={origin.originId}
            study={origin}
            earths={all.findIndex((each) => each.boardId === origin.boardId) === index}
          />
        ))}
        {supply?.origins.length === 0 && (
          <p className="rounded border border-line bg-raised p-6 text-quiet">
            No source yet: nothing can be said of any fault. Add what feeds the house.
          </p>
        )}
        {supply !== undefined && <OtherElectrodes led={new Set(supply.origins.flatMap(({ boardId }) => boardId ?? []))} />}
        <div className="flex flex-wrap items-start gap-[10px]">
          <SourceStates />
          <NewSourceMenu kinds={Object.entries(SOURCE_NAMES)} />
        </div>
      </div>
    </main>
  );
}

const SYSTEMS_OF: Record<Job['dialect'], readonly (typeof VoltageSystem.options)[number][]> = {
  iec: ['single-phase', 'three-phase-400-230'],
  nec: ['split-phase', 'three-phase-208-120', 'single-phase'],
};

/** The nominal supply of the whole job. */
function SystemStrip() {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const { supply, dialect } = job;
  const set = (field: keyof Job['supply'], to: string | number, label: string) =>
    session.edit(setOfJob(['supply', field], to, label));
  const number = (field: 'u0V' | 'cMax' | 'cMin', label: string) => (
    <KeptText
      label={label}
      value={String(supply[field])}
      className={field === 'u0V' ? 'w-24' : 'w-44'}
      keep={(text) => {
        const value = Number(text.replace(',', '.'));
        return Number.isFinite(value) ? set(field, value, `${label}: ${text}`) : 'a number is wanted here';
      }}
    />
  );
  const systems = SYSTEMS_OF[dialect].includes(supply.voltageSystem)
    ? SYSTEMS_OF[dialect]
    : [...SYSTEMS_OF[dialect], supply.voltageSystem];
  // Of what was entered under other rules the NEC knows one.
  const earthings =
    dialect === 'iec'
      ? EarthingSystem.options
      : EarthingSystem.options.filter((each) => each === 'TN-C-S' || each === supply.earthing);
  return (
    <section
      aria-label="System"
      className="flex flex-wrap items-start gap-x-5 gap-y-2 rounded border border-line bg-raised px-4 py-3"
    >
      <Labelled label="System" className="w-56">
        {(wiring) => (
          <Select
            {...wiring}
            value={supply.voltageSystem}
            options={systems.map((value) => ({ value, label: systemWord(value) }))}
            onChange={(to) => session.edit(withVoltageSystem(to))}
          />
        )}
      </Labelled>
      <div className="grid gap-1">
        <span className="text-[13px] text-quiet">{word(dialect, 'earthing')}</span>
        <Choice
          label={word(dialect, 'earthing')}
          value={supply.earthing}
          options={earthings.map((value) => ({
            value,
            label: dialect === 'nec' ? earthingWords({ dialect, supply: { ...supply, earthing: value } }) : value,
          }))}
          onChange={(to) => set('earthing', to, `${word(dialect, 'earthing')}: ${to}`)}
        />
      </div>
      {number('u0V', `${word(dialect, 'toEarth')}, V`)}
      <div className="grid gap-1">
        <span className="text-[13px] text-quiet">Frequency</span>
        <Choice
          label="Frequency"
          value={String(supply.frequencyHz)}
          options={['50', '60'].map((value) => ({ value, label: `${value} Hz` }))}
          onChange={(to) => set('frequencyHz', Number(to), `Frequency: ${to} Hz`)}
        />
      </div>
      {dialect === 'iec' && number('cMax', 'Voltage factor c, maximum')}
      {dialect === 'iec' && number('cMin', 'Voltage factor c, minimum')}
    </section>
  );
}
