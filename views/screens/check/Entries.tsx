'use client';
import type { ReactNode } from 'react';
import {
  asCable,
  asEarthing,
  asFamily,
  asUse,
  CHECK,
  CHECK_USES,
  type CheckEarthing,
  type CheckFamily,
  type CheckUse,
  cablesOf,
  familiesOf,
} from '@/core/edits/check';
import { setFact } from '@/core/edits/rows';
import { BREAKER_RATINGS, GG_RATINGS, NEC_RATINGS } from '@/core/facts/preferred';
import { factAt, showFact } from '@/core/facts/read';
import type { FactValue } from '@/core/facts/spec';
import { entryText, readFact } from '@/core/facts/typed';
import { unitSymbol } from '@/core/job/edges';
import { PACKS } from '@/core/job/packs';
import type { Provenance } from '@/core/job/schema/facts';
import type { RulePackId } from '@/core/job/schema/job';
import { Choice } from '@/ui/Choice';
import { KeptText } from '@/ui/Field';
import { useJobState, useSession } from '../../client/JobContext';

const device = (field: string): string => `devices.${CHECK.device}.settings.${field}`;
const cable = (field: string): string => `segments.${CHECK.cable}.${field}`;

/** Up to these sizes of a house: what is larger is a feeder, and belongs into a job. */
const UP_TO_A = 63;

/** All that is entered, in the order it is read off a board: what protects it, the cable, what it feeds, the fault level. */
export function Entries() {
  const { dialect, circuits, devices, supply } = useJobState((state) => state.job);
  const session = useSession();
  const job = useJobState((state) => state.job);
  const { family } = devices[CHECK.device]!.settings;
  const { use } = circuits[CHECK.circuit]!;
  const nec = dialect === 'nec';
  return (
    <div className="grid gap-4">
      <Group name={nec ? 'Breaker' : 'Device'}>
        {!nec && (
          <Choice
            label="Kind of device"
            value={family as CheckFamily}
            options={familiesOf(dialect).map((value) => ({ value, label: FAMILY[value] }))}
            onChange={(to) => session.edit(asFamily(job, to))}
          />
        )}
        <Values path={device('ratingA')} values={ratings(family as CheckFamily)} name="Rating" />
        <Values path={device('curve')} values={['B', 'C', 'D']} name="Curve" bare />
        <Values
          path={device(nec ? 'aicA' : family === 'fuse' ? 'breakingA' : 'icnA')}
          values={nec ? [10_000, 14_000, 22_000] : family === 'fuse' ? [33_000, 50_000, 80_000] : [4500, 6000, 10_000, 15_000]}
          name={nec ? 'Interrupting rating' : 'Breaking capacity'}
        />
        {nec && <Values path={device('voltageMarking')} name="Marked" />}
        <Values path={device('energyClass')} values={['1', '2', '3']} name="Energy class, in the square on it" bare />
      </Group>
      <Group name="Cable">
        <Cables />
        <Amount path={cable('lengthM')} name="Length" />
        {nec ? (
          <Values path={cable('place')} name="Runs" />
        ) : (
          <Values path={cable('method')} values={methodsOf(job.pack)} name="Installed" says={METHOD} />
        )}
        <Values path={cable('ambientC')} values={nec ? [30, 40, 50, 60] : [20, 25, 30, 35, 40]} name="Surroundings" />
        <Values path={cable('groupedCircuits')} values={[1, 2, 3, 4, 6]} name="Circuits together" bare />
      </Group>
      <Group name="Feeds">
        <Choice
          label="Feeds"
          value={use as CheckUse}
          options={CHECK_USES.map((value) => ({ value, label: USE[value][dialect] }))}
          onChange={(to) => session.edit(asUse(job, to))}
        />
        {nec && use === 'sockets' && (
          <>
            <Values path={`points.${CHECK.point}.ratedA`} values={[15, 20]} name="Receptacles rated" />
            <Values path={`points.${CHECK.point}.receptacles`} name="Receptacles on the yoke" />
          </>
        )}
        {use !== 'sockets' && <Amount path={`circuits.${CHECK.circuit}.designCurrentA`} name="Load" />}
      </Group>
      <Group name="Where it begins">
        {!nec && (
          <Choice
            label="Earthing"
            value={supply.earthing as CheckEarthing}
            options={[
              { value: 'TN-S', label: 'TN' },
              { value: 'TT', label: 'TT' },
            ]}
            onChange={(to) => session.edit(asEarthing(job, to))}
          />
        )}
        {nec ? (
          <>
            <Amount path={`origins.${CHECK.origin}.maxFaultA`} name="Available fault current at the panel" />
            <Amount path={`origins.${CHECK.origin}.minFaultA`} name="Minimum fault current there" />
            <Values path={`boards.${CHECK.board}.neutralBonded`} name="Main bonding jumper in this panel" />
          </>
        ) : (
          <>
            <Amount path={`origins.${CHECK.origin}.zeOhm`} name="Zs read at the board" from="measured" />
            <Amount path={`origins.${CHECK.origin}.psccA`} name="Fault current read there, line to neutral" from="measured" />
          </>
        )}
        {supply.earthing === 'TT' && <Amount path={`electrodes.${CHECK.electrode}.resistanceOhm`} name="RA" from="measured" />}
        {!nec && (
          <Values
            path={`boards.${CHECK.board}.deviceFactor`}
            values={[1, 0.9, 0.8, 0.7]}
            name="Device derating factor of the board"
            bare
          />
        )}
      </Group>
    </div>
  );
}

const FAMILY: Readonly<Record<CheckFamily, string>> = {
  mcb: 'Circuit-breaker',
  rcbo: 'RCBO 30 mA',
  fuse: 'gG fuse',
  'moulded-case-nec': 'Breaker',
};
const USE = {
  sockets: { iec: 'Socket-outlets of a dwelling', nec: 'Receptacles of a dwelling' },
  lighting: { iec: 'Lighting', nec: 'Lighting' },
  fixed: { iec: 'One fixed load', nec: 'One fixed load' },
} as const;
const ratings = (family: CheckFamily): readonly number[] =>
  (family === 'moulded-case-nec' ? NEC_RATINGS : family === 'fuse' ? GG_RATINGS : BREAKER_RATINGS).filter(
    (each) => each >= 6 && each <= UP_TO_A,
  );

function Group({ name, children }: { name: string; children: ReactNode }) {
  return (
    <section aria-label={name} className="grid gap-3 rounded border border-line bg-raised p-3">
      <h2 className="font-semibold">{name}</h2>
      {children}
    </section>
  );
}

/** A value out of the usual ones; one that nobody said yet is marked as assumed. */
function Values({
  path,
  values: offered,
  name,
  bare = false,
  says,
}: {
  path: string;
  /** Those that are offered; without them all there are. */
  values?: readonly FactValue[];
  name: string;
  /** As it is, without its unit. */
  bare?: boolean;
  /** In words of its own. */
  says?: Readonly<Record<string, string>>;
}) {
  const job = useJobState((state) => state.job);
  const session = useSession();
  const place = factAt(job, path);
  if (place === undefined) return null;
  const { fact, how } = place;
  const values = offered ?? (how.kind === 'choice' ? how.options.map(({ value }) => value) : []);
  const shown = (value: FactValue): string => says?.[String(value)] ?? (bare ? String(value) : showFact(job.dialect, how, value));
  return (
    <div className="grid gap-1">
      <p className="text-[13px] text-quiet">
        {name}
        {fact?.from === 'assumed' && <span className="text-caution"> assumed: press what is there</span>}
      </p>
      <Choice
        label={name}
        value={fact === undefined || fact.from === 'assumed' ? undefined : String(fact.value)}
        options={values.map((value) => ({
          value: String(value),
          label: fact?.from === 'assumed' && fact.value === value ? `${shown(value)} ?` : shown(value),
        }))}
        onChange={(to) =>
          session.edit(setFact(job, path, { value: values.find((value) => String(value) === to)!, from: 'stated' }))
        }
      />
    </div>
  );
}
/** Methods of installation a cable in a house has (IEC 60364-5-52 table B.52.1). */
const METHOD: Readonly<Record<string, string>> = {
  A2: 'In an insulated wall',
  B2: 'In conduit on a wall',
  C: 'On or in masonry',
  D2: 'Buried',
  E: 'In free air',
  '100': 'Over a ceiling, insulation to 100 mm',
  '101': 'Over a ceiling, more insulation',
  '102': 'Stud wall, touching the wall',
  '103': 'Stud wall, within insulation',
};
/** Flat cable has methods of its own under BS 7671. */
const methodsOf = (pack: RulePackId): readonly string[] => [
  ...['A2', 'B2', 'C', 'D2', 'E'],
  ...(PACKS[pack].standard === 'BS 7671' ? ['100', '101', '102', '103'] : []),
];

function Cables() {
  const job = useJobState((state) => state.job);
  const session = useSession();
  const cables = cablesOf(job.pack);
  const { lineSize, protectiveSize } = job.segments[CHECK.cable]!;
  const now = cables.find(({ line, protective }) => line === lineSize?.value && protective === protectiveSize?.value);
  return (
    <div className="grid gap-1">
      <p className="text-[13px] text-quiet">
        {job.dialect === 'nec' ? 'Copper, with its ground' : 'Line / protective, mm² copper'}
      </p>
      <Choice
        label="Cable"
        value={now?.label}
        options={cables.map(({ label }) => ({ value: label, label }))}
        onChange={(to) => session.edit(asCable(cables.find(({ label }) => label === to)!))}
      />
    </div>
  );
}

/** A figure that is typed, with or without its unit. */
function Amount({ path, name, from = 'stated' }: { path: string; name: string; from?: Provenance }) {
  const job = useJobState((state) => state.job);
  const session = useSession();
  const place = factAt(job, path);
  if (place === undefined) return null;
  const { fact, how } = place;
  const unit = how.kind === 'quantity' ? (how.usual ?? unitSymbol(how.edge)) : '';
  const keep = (text: string): string | undefined => {
    if (text === '') {
      session.edit(setFact(job, path, undefined));
      return undefined;
    }
    const read = readFact(how, text);
    return read.ok ? session.edit(setFact(job, path, { value: read.value, from })) : read.message;
  };
  return (
    <KeptText
      label={unit === '' ? name : `${name}, ${unit}`}
      value={fact === undefined ? '' : entryText(how, fact.value)}
      keep={keep}
      decimal
      className="max-w-60"
    />
  );
}
