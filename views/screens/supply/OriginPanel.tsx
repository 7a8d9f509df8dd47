'use client';
import { setField, takeOut } from '@/core/edits/rows';
import { networkAbove, SOURCE_NAMES } from '@/core/edits/sources';
import { factPaths } from '@/core/facts/read';
import type { Place } from '@/core/house/places';
import type { Origin } from '@/core/job/schema/supply';
import { showCurrent, showNumber } from '@/core/job/show';
import { faultWord, faultWords, word } from '@/core/job/terms';
import type { OriginStudy, SupplyCurrent, SupplyFault, SupplyReading } from '@/core/reports/supply';
import { Choice } from '@/ui/Choice';
import { cx } from '@/ui/cx';
import { Menu } from '@/ui/Menu';
import { useJobState, useSession } from '../../client/JobContext';
import { FactLine, FoldedFacts } from '../../parts/facts/Panel';
import { RunStrip } from '../../parts/run/Run';
import { Electrodes } from './Electrodes';

/**
 * One source: its arrival drawn, its facts, and its faults computed and measured side by side.
 * @param earths it is the first to lead to its board, whose electrodes then stand with it
 */
export function OriginPanel({ study, earths }: { study: OriginStudy; earths: boolean }) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const origin = job.origins[study.originId];
  if (origin === undefined) return null;
  return (
    <section aria-label={origin.name} data-testid="origin" className="min-w-0 rounded border border-line bg-raised">
      <header className="flex min-h-11 flex-wrap items-center gap-x-3 gap-y-1 border-line border-b px-4 py-1">
        <h2 className="font-semibold text-base">{origin.name}</h2>
        <div className="max-sm:order-last max-sm:w-full">
          <Choice
            label={`Kind of ${origin.name}`}
            value={origin.kind}
            options={Object.entries(SOURCE_NAMES).map(([value, label]) => ({ value: value as Origin['kind'], label }))}
            onChange={(kind) => session.edit(setField(job, 'origins', origin.id, 'kind', kind, SOURCE_NAMES[kind]))}
          />
        </div>
        <span className="ml-auto">
          <Menu
            name={`More for ${origin.name}`}
            items={[
              {
                label: 'Delete this source',
                run: () => session.edit(takeOut(job, 'origins', origin.id)),
              },
            ]}
          />
        </span>
      </header>
      {study.circuitId === null ? (
        <p className="p-4 text-quiet">No lead from here to a {word(job.dialect, 'board')}: it feeds nothing.</p>
      ) : (
        <RunStrip circuitId={study.circuitId} places={placesOf(study)} framed={false} />
      )}
      <div className="grid gap-x-6 border-line border-t px-4 py-3 lg:grid-cols-[minmax(0,5fr)_minmax(0,8fr)]">
        <div>
          <OriginFacts origin={origin} />
          {earths && <Earthing origin={origin} boardId={study.boardId} />}
        </div>
        <FaultTable study={study} boardName={study.boardId === null ? null : (job.boards[study.boardId]?.name ?? null)} />
      </div>
    </section>
  );
}

/** The board's faults as the run shows them: the most of any kind, the least to earth. */
function placesOf({ boardId, atBoard }: OriginStudy): Place[] {
  if (boardId === null) return [];
  const all = atBoard.map(({ kind, most }) => ({ kind, currentA: most.currentA }));
  const some = all.flatMap(({ kind, currentA }) => (currentA === null ? [] : [{ kind, currentA }]));
  const most = some.length < all.length ? null : some.reduce((a, b) => (b.currentA > a.currentA ? b : a));
  const toEarth = atBoard.find(({ kind }) => kind === 'L-PE')?.least.currentA ?? null;
  return [{ boardId, most, least: toEarth === null ? null : { kind: 'L-PE', currentA: toEarth } }];
}

const DECLARED = ['zeOhm', 'zLnOhm', 'maxFaultA', 'minFaultA', 'psccA', 'psccLlA', 'pscc3A', 'pefcA', 'xOverR'] as const;
const FACTS: Record<Origin['kind'], readonly string[]> = {
  network: DECLARED,
  transformer: [
    ...['ratedVA', 'impedancePercent', 'xOverR', 'upstreamFaultVA', 'upstreamLeastVA'].map((field) => `transformer.${field}`),
    'zeOhm',
    'zLnOhm',
    'psccA',
    'pefcA',
  ],
  generator: ['maxFaultA', 'minFaultA', 'neutralBond', 'zeOhm', 'zLnOhm', 'psccA', 'pefcA'],
  inverter: ['maxFaultA', 'minFaultA', 'neutralBond', 'psccA', 'pefcA'],
};
/** Shown with the electrodes of the board. */
const WITH_EARTHS: ReadonlySet<string> = new Set(['bondingSize', 'pipes']);
const ONE_LINE_ONLY = new Set(['psccLlA', 'pscc3A']);

function OriginFacts({ origin }: { origin: Origin }) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const says = (field: string) =>
    (job.supply.voltageSystem !== 'single-phase' || !ONE_LINE_ONLY.has(field)) &&
    (origin.kind === 'transformer' || !field.startsWith('transformer.'));
  const first = FACTS[origin.kind].filter(says);
  const at = (field: string) => `origins.${origin.id}.${field}`;
  // What its kind is known by first, then all else that may be said of a source.
  const others = factPaths(job, 'origins', origin.id).map((path) => path.split('.').slice(2).join('.'));
  const paths = [...new Set([...first, ...others.filter((field) => says(field) && !WITH_EARTHS.has(field))])].map(at);
  return (
    <div>
      <h3 className="text-[13px] text-quiet">Declared and measured</h3>
      <FoldedFacts paths={paths} first={first} />
      <dl>
        {origin.kind === 'transformer' && origin.transformer !== undefined && (
          <div className="flex min-h-8 flex-wrap items-center justify-between gap-3 border-line border-t py-1 text-[13px]">
            <dt>network above it, for the maximum</dt>
            <dd>
              <Choice
                label="Network above the transformer"
                value={origin.transformer.upstream}
                options={[
                  { value: 'infinite', label: 'infinite' },
                  { value: 'fault-level', label: 'its fault level' },
                ]}
                onChange={(to) => session.edit(networkAbove(origin, to))}
              />
            </dd>
          </div>
        )}
      </dl>
    </div>
  );
}

/** The bonding conductor, and the electrodes of the board this source leads to. */
function Earthing({ origin, boardId }: { origin: Origin; boardId: string | null }) {
  const dialect = useJobState((state) => state.job.dialect);
  return (
    <div className="mt-3">
      <h3 className="text-[13px] text-quiet">{dialect === 'nec' ? 'Grounding and bonding' : 'Earthing and bonding'}</h3>
      <dl>
        <FactLine path={`origins.${origin.id}.bondingSize`} />
        <FactLine path={`origins.${origin.id}.pipes`} />
      </dl>
      <Electrodes boardId={boardId} />
    </div>
  );
}

/** Faults by kind: computed at the terminals and at the board, with what was measured beside. */
function FaultTable({ study: { atTerminals, atBoard }, boardName }: { study: OriginStudy; boardName: string | null }) {
  return (
    <div className="min-w-0 overflow-x-auto max-lg:mt-4">
      <table className="w-full border-collapse text-[13px]">
        <caption className="text-left text-[13px] text-quiet">Faults, computed and measured</caption>
        {[
          { where: 'at its terminals', faults: atTerminals },
          { where: `at ${boardName}, all sources`, faults: atBoard },
        ].map(
          ({ where, faults }) =>
            faults.length > 0 && (
              <tbody key={where}>
                <tr className="border-line border-t text-[12px] text-quiet">
                  <th scope="rowgroup" className="py-1 text-left font-normal">
                    {where}
                  </th>
                  <th scope="col" className="px-2 text-right font-normal">
                    minimum
                  </th>
                  <th scope="col" className="px-2 text-right font-normal">
                    maximum
                  </th>
                  <th scope="col" className="pl-2 text-right font-normal">
                    measured
                  </th>
                </tr>
                {faults.map((fault) => (
                  <FaultRow key={fault.kind} fault={fault} />
                ))}
              </tbody>
            ),
        )}
      </table>
    </div>
  );
}

function FaultRow({ fault: { kind, most, least, readings } }: { fault: SupplyFault }) {
  const dialect = useJobState((state) => state.job.dialect);
  return (
    <tr className="border-line border-t align-baseline">
      <th scope="row" className="whitespace-nowrap py-[5px] text-left font-normal">
        {faultWords(dialect, kind)} <span className="text-quiet">{faultWord(dialect, kind)}</span>
      </th>
      <Current current={least} />
      <Current current={most} />
      <td className="pl-2 text-right">
        {readings.length === 0 && <span className="text-quiet">none</span>}
        {readings.map((reading) => (
          <Measured key={reading.path} reading={reading} />
        ))}
      </td>
    </tr>
  );
}

function Current({ current: { currentA, loopOhm, missing } }: { current: SupplyCurrent }) {
  if (currentA === null || loopOhm === null)
    return (
      <td className="px-2 text-right text-quiet italic" title={`missing: ${missing.map((each) => each.what).join('; ')}`}>
        unknown
      </td>
    );
  return (
    <td className="whitespace-nowrap px-2 text-right" title={`loop ${showNumber(loopOhm)} Ω`}>
      <b className="font-semibold">{showCurrent(currentA)}</b>
    </td>
  );
}

const LIES: Record<NonNullable<SupplyReading['lies']>, string> = {
  within: 'between the two',
  below: 'below the minimum',
  above: 'above the maximum',
};

function Measured({ reading: { currentA, what, lies } }: { reading: SupplyReading }) {
  return (
    <span className="block whitespace-nowrap">
      <b className="font-semibold">{showCurrent(currentA)}</b>{' '}
      <span className={cx('text-[12px]', lies === 'within' ? 'text-quiet' : 'font-semibold text-caution')}>
        {what}
        {lies !== null && `, ${LIES[lies]}`}
      </span>
    </span>
  );
}
