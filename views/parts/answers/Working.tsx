'use client';
import { Fragment } from 'react';
import { factAt, onItsPanel } from '@/core/facts/read';
import type { Given, Missing } from '@/core/job/known';
import type { Job } from '@/core/job/schema/job';
import { fromWords, MARK_WORDS, type QuestionId } from '@/core/job/terms';
import type { ShownCheck, WorkingLine } from '@/core/judging/answer';
import { cx } from '@/ui/cx';
import { VerdictMark } from '@/ui/VerdictMark';
import { useJobState } from '../../client/JobContext';
import { DeviceFacts } from '../facts/DevicePanel';
import { FactField } from '../facts/FactField';
import { Panel } from '../facts/Panel';
import { Figures } from '../words/Figures';
import { BASIS_WORDS } from '../words/labels';
import { markOf } from '../words/mark';
import { Accepting } from './Accepting';

/** Everything one comparison rests on: formula with the values put in, sources, the facts and where each is from. */
export function CheckWorking({ check, circuitId, question }: { check: ShownCheck; circuitId: string; question: QuestionId }) {
  return (
    <section data-check={check.id} className="border-line border-t py-2 text-[13px]">
      <h4 className="flex items-baseline gap-2 font-semibold">
        <VerdictMark kind={markOf(check)} size={12} label={MARK_WORDS[markOf(check)]} />
        <span className="min-w-0 flex-1">{check.title}</span>
      </h4>
      <Figures check={check} />
      {check.working.length === 0 && <Because check={check} />}
      <ul>
        {check.working.map((line) => (
          <Line key={`${line.formula} ${line.values}`} line={line} />
        ))}
      </ul>
      {check.given.length > 0 && (
        <>
          <Rests given={check.given} />
          {check.working.length > 0 && <p className="mt-1 text-[12px] text-quiet">read at {check.grade} grade</p>}
        </>
      )}
      <p className="flex flex-wrap items-baseline gap-x-3">
        <Accepting circuitId={circuitId} question={question} check={check} />
      </p>
    </section>
  );
}

/** Why a verdict is what it is; a fact that is missing is entered here. */
export function Because({ check }: { check: ShownCheck }) {
  const job = useJobState((state) => state.job);
  const entered = check.missing.filter(({ path }) => factAt(job, path) !== undefined || onItsPanel(path));
  const typed = entered.filter(({ path }, at) => entered.findIndex((each) => each.path === path) === at);
  const others = check.missing.filter((missing) => !entered.includes(missing));
  if (check.because === '') return null;
  if (check.verdict !== 'unknown' || typed.length === 0)
    return <p className="mt-1 break-words text-[13px] text-quiet">{check.because}</p>;
  return (
    <div className="mt-1 text-[13px] text-quiet">
      {others.length > 0 && <p className="break-words">missing: {others.map((each) => each.what).join('; ')}</p>}
      <dl className="grid gap-y-[2px]">
        {typed.map((missing) => (
          <Fragment key={missing.path}>
            <MissingFact missing={missing} />
            {missing.or?.map((path) => (
              <MissingFact key={path} missing={{ path, what: missing.what }} instead />
            ))}
          </Fragment>
        ))}
      </dl>
    </div>
  );
}

/** @param instead it would do in place of the one above */
function MissingFact({ missing: { path, what }, instead = false }: { missing: Missing; instead?: boolean }) {
  const job = useJobState((state) => state.job);
  return (
    <div className="flex items-baseline justify-between gap-3">
      <dt className={cx('min-w-0', instead && 'pl-3')}>
        {instead && 'or '}
        {factAt(job, path)?.label ?? what}
      </dt>
      <dd className="shrink-0">
        {onItsPanel(path) ? <OnItsPanel path={path} /> : <FactField path={path} className="font-semibold" />}
      </dd>
    </div>
  );
}

/** What is given, by what it is given of, in the order it came in. */
function byStation(job: Job, given: readonly Given[]): [station: string, rows: (Given & { name: string })[]][] {
  const stations = new Map<string, (Given & { name: string })[]>();
  for (const one of given) {
    const place = factAt(job, one.path);
    const station = place?.owner?.replace(/^the /, '') ?? '';
    stations.set(station, [...(stations.get(station) ?? []), { ...one, name: place?.name ?? one.what }]);
  }
  return [...stations];
}

/** What a device is entered with on its own panel: opened from here. */
function OnItsPanel({ path }: { path: string }) {
  const device = useJobState((state) => state.job.devices[path.split('.')[1]!]);
  if (device === undefined) return null;
  return (
    <span data-fact={path}>
      <Panel
        label={`Enter it: ${device.name}`}
        trigger="enter it"
        className="border-line-strong border-b border-dotted font-semibold"
      >
        <DeviceFacts device={device} />
      </Panel>
    </span>
  );
}

/** The facts of a check by where they stand: what it is, its value, edited there, and where that is from. */
function Rests({ given }: { given: readonly Given[] }) {
  const job = useJobState((state) => state.job);
  return (
    <table className="mt-2 w-full text-[12px] text-quiet">
      <thead className="sr-only">
        <tr>
          <th>what</th>
          <th>value</th>
          <th>from</th>
        </tr>
      </thead>
      {byStation(job, given).map(([station, rows]) => (
        <tbody key={station}>
          {station !== '' && (
            <tr>
              <th colSpan={3} scope="rowgroup" className="pt-1 text-left font-semibold text-ink">
                {station.charAt(0).toUpperCase() + station.slice(1)}
              </th>
            </tr>
          )}
          {rows.map(({ path, name, ...whence }) => (
            <tr key={path} className="border-line border-t">
              <td className="py-[3px] pr-2">{name}</td>
              <td className="whitespace-nowrap py-[3px] pr-2 text-right">
                <FactField path={path} className="text-ink" />
              </td>
              <td className="w-16 py-[3px]">{fromWords(whence)}</td>
            </tr>
          ))}
        </tbody>
      ))}
    </table>
  );
}

function Line({ line }: { line: WorkingLine }) {
  return (
    <li className="mt-1">
      <p className="flex flex-wrap gap-x-2">
        <span className="min-w-[66%] flex-1 break-words">
          {line.formula}
          {line.values !== '' && <span className="text-quiet"> : {line.values}</span>}
        </span>
        <b className="ml-auto whitespace-nowrap font-semibold">{line.result}</b>
      </p>
      <p className="text-[12px] text-quiet">
        {line.source} · {BASIS_WORDS[line.basis]}
      </p>
    </li>
  );
}
