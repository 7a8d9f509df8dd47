'use client';
import { X } from 'lucide-react';
import { type KeyboardEvent, useEffect, useMemo, useRef, useState } from 'react';
import type { Chosen, Selected } from '@/core/fixes/select';
import { MARK_WORDS, QUESTION_IDS, questionWords, VERDICT_WORDS } from '@/core/job/terms';
import { Button } from '@/ui/Button';
import { Pick } from '@/ui/Choice';
import { cx } from '@/ui/cx';
import { IconButton } from '@/ui/IconButton';
import { VerdictMark } from '@/ui/VerdictMark';
import { useAnswer, useJobState, useProgress, useSession } from '../../../client/JobContext';
import { EightMarks } from '../../../parts/words/EightMarks';
import { TimeCurrent } from '../TimeCurrent';

type Filter = 'all' | 'no-stop' | 'this-rating';
const OF: readonly { value: Chosen; label: string }[] = [
  { value: 'device', label: 'device' },
  { value: 'cable', label: 'cable' },
  { value: 'surge', label: 'surge' },
];
const FILTERS: readonly { value: Filter; label: string }[] = [
  { value: 'all', label: 'all' },
  { value: 'no-stop', label: 'without a stop' },
  { value: 'this-rating', label: 'this rating' },
];
const WHAT: Readonly<Record<Chosen, { fits: string; many: string; lacks: string; taken: string }>> = {
  device: {
    fits: 'What fits at its start',
    many: 'Devices',
    lacks: 'Nothing can be compared: its start has no breaker or fuse of a known rating. Enter that first.',
    taken: 'Its capacity, class and listing are taken as specified, like those that stand: to be checked when it is fitted.',
  },
  cable: {
    fits: 'Which cable fits',
    many: 'Cables',
    lacks: 'Nothing can be compared: no part of its cable has a known size. Enter that first.',
    taken: 'Its lengths, route and way of laying stay: all of it is laid anew.',
  },
  surge: {
    fits: 'Which surge device fits',
    many: 'Surge devices',
    lacks: 'No board is ahead of it.',
    taken: 'Its voltage, currents and what opens it are taken as specified: to be checked when it is fitted.',
  },
};
const NONE = [] as const;

/** What could stand at the start of a circuit, lie as its cable or protect it from surges: each tried on the whole job. Arrows walk it, chart and answers follow, Enter takes it. */
export function Select({
  circuitId,
  of,
  choose,
  leave,
}: {
  circuitId: string;
  of: Chosen;
  choose: (of: Chosen) => void;
  leave: () => void;
}) {
  const session = useSession();
  const circuit = useJobState((state) => state.job.circuits[circuitId]);
  const asked = useAnswer({ kind: 'select', circuitId, of });
  const far = useProgress({ kind: 'select', circuitId, of });
  const [filter, setFilter] = useState<Filter>('all');
  const [chosenId, setChosenId] = useState<string>();
  const [refusal, setRefusal] = useState<string>();
  const now = asked?.find(({ command }) => command === null);
  const rows = useMemo(() => (asked ?? NONE).filter((each) => isShown(each, filter, now)), [asked, filter, now]);
  const chosen = rows.find(({ id }) => id === chosenId) ?? rows[0];
  const grid = useRef<HTMLDivElement>(null);
  const ready = asked !== undefined;
  useEffect(() => {
    if (ready) grid.current?.focus();
  }, [ready]);
  const take = (of: Selected | undefined) => {
    if (of?.command == null) return;
    const problem = session.edit(of.command);
    if (problem === undefined) leave();
    else setRefusal(problem);
  };
  const press = (event: KeyboardEvent) => {
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (event.key === 'Enter') take(chosen);
    else if (event.key === 'Escape') leave();
    else if (step !== undefined && chosen !== undefined) {
      const next = rows[rows.indexOf(chosen) + step];
      if (next !== undefined) {
        setChosenId(next.id);
        document.getElementById(rowId(next))?.scrollIntoView({ block: 'nearest' });
      }
    } else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <>
      <main className="flex min-w-0 flex-col gap-[10px] p-3 lg:overflow-y-auto">
        <section aria-label={WHAT[of].fits} className="rounded border border-line bg-raised" data-testid="select">
          <header className="flex flex-wrap items-center gap-x-4 gap-y-2 border-line border-b px-3 py-2">
            <h2 className="min-w-0 flex-1 font-semibold text-base">
              {circuit?.number} {circuit?.name}
            </h2>
            <Pick label="What is chosen" value={of} options={OF} onChange={choose} />
            <span className="max-sm:order-last max-sm:basis-full">
              <Pick
                label="Which of them"
                value={filter}
                options={of === 'device' ? FILTERS : FILTERS.filter(({ value }) => value !== 'this-rating')}
                onChange={setFilter}
              />
            </span>
            <IconButton name="Leave the choice" onClick={leave}>
              <X size={16} aria-hidden />
            </IconButton>
          </header>
          {asked === undefined && (
            <p className="min-h-40 p-3 text-quiet" role="status">
              {far === undefined ? 'trying each on the whole job' : `tried ${far.done} of ${far.of} on the whole job`}
            </p>
          )}
          {asked?.length === 0 && <p className="p-3 text-quiet">{WHAT[of].lacks}</p>}
          {rows.length > 0 && (
            <div
              ref={grid}
              role="grid"
              aria-label={WHAT[of].many}
              aria-activedescendant={chosen === undefined ? undefined : rowId(chosen)}
              tabIndex={0}
              onKeyDown={press}
              className="max-h-[360px] overflow-auto outline-offset-[-2px]"
            >
              <Head of={of} />
              {rows.map((each) => (
                <Row
                  key={each.id}
                  of={each}
                  chosen={each === chosen}
                  choose={() => setChosenId(each.id)}
                  take={() => take(each)}
                />
              ))}
            </div>
          )}
          {asked !== undefined && asked.length > 0 && rows.length === 0 && <p className="p-3 text-quiet">None of these.</p>}
        </section>
        {chosen !== undefined && of !== 'surge' && (
          <TimeCurrent circuitId={circuitId} {...(chosen.command === null ? {} : { chosen: { of, as: chosen.id } })} />
        )}
      </main>
      <aside aria-label="Answers" className="border-line bg-raised max-lg:border-t lg:overflow-y-auto lg:border-l">
        {chosen !== undefined && now !== undefined && (
          <Compared of={of} chosen={chosen} now={now} take={() => take(chosen)} refusal={refusal} />
        )}
      </aside>
    </>
  );
}

const isShown = (each: Selected, filter: Filter, now: Selected | undefined): boolean =>
  filter === 'all' ||
  (filter === 'no-stop' ? each.stops === 0 && !each.worsens.some(({ to }) => to === 'stop') : each.size === now?.size);
const rowId = ({ id }: Selected): string => `select-${id.replace(/\W+/g, '-')}`;

const COLUMNS =
  'grid grid-cols-[84px_160px_154px_minmax(120px,1fr)_76px_44px] items-center gap-x-3 px-3 max-sm:grid-cols-[84px_minmax(0,1fr)_154px]';
const WIDE = 'max-sm:hidden';

const Head = ({ of }: { of: Chosen }) => (
  <div role="row" className={cx(COLUMNS, 'sticky top-0 z-[1] border-line border-b bg-raised py-1 text-[12px] text-quiet')}>
    <span role="columnheader">{of}</span>
    <span role="columnheader">with</span>
    <span role="columnheader">eight answers</span>
    <span role="columnheader" className={WIDE}>
      nearest limit
    </span>
    <span role="columnheader" className={cx(WIDE, 'text-right')}>
      rooms dark
    </span>
    <span role="columnheader" className={cx(WIDE, 'text-right')}>
      price
    </span>
  </div>
);

function Row({ of, chosen, choose, take }: { of: Selected; chosen: boolean; choose: () => void; take: () => void }) {
  const nearest = of.nearest[0];
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: the grid has the keys
    <div
      role="row"
      id={rowId(of)}
      aria-selected={chosen}
      data-device={of.id}
      onClick={choose}
      onDoubleClick={take}
      className={cx(
        COLUMNS,
        'min-h-9 cursor-pointer border-line border-b border-l-[3px] text-[13px] pointer-coarse:min-h-11',
        chosen ? 'border-l-copper bg-chosen' : 'border-l-transparent hover:bg-chosen',
      )}
    >
      <b className="truncate font-semibold">{of.name}</b>
      <span role="gridcell" className="truncate text-quiet">
        {[of.command === null && of.besides !== 'as it is' ? 'as it is' : '', of.besides]
          .filter((each) => each !== '')
          .join(' · ')}
      </span>
      <span role="gridcell">
        <EightMarks answers={of.answers} />
      </span>
      <span role="gridcell" className={cx(WIDE, 'truncate tabular-nums')} title={of.inTheWay ?? nearest?.figures}>
        {nearest?.figures ?? '–'}
      </span>
      <span role="gridcell" className={cx(WIDE, 'text-right tabular-nums')}>
        {of.rooms}
      </span>
      <span role="gridcell" className={cx(WIDE, 'text-right tabular-nums')}>
        {of.price === null ? '–' : Math.round(of.price)}
      </span>
    </div>
  );
}

/** One beside what stands: the eight answers, what decides, and what changes elsewhere. */
function Compared({
  of,
  chosen,
  now,
  take,
  refusal,
}: {
  of: Chosen;
  chosen: Selected;
  now: Selected;
  take: () => void;
  refusal: string | undefined;
}) {
  const stands = chosen.command === null;
  const fewer = now.stops - chosen.stops;
  const elsewhere = chosen.worsens.filter(({ to }) => to === 'stop' || to === 'unknown' || to === 'caution');
  return (
    <div className="grid gap-3 p-3">
      <h2 className="font-semibold text-[19px] leading-tight" data-testid="chosen">
        {chosen.name} {chosen.besides}
        {!stands && fewer > 0 && (
          <span className="block text-[15px]">resolves {fewer === 1 ? 'one stop' : `${fewer} stops`}</span>
        )}
        {!stands && fewer < 0 && (
          <span className="block text-[15px] text-stop">{-fewer === 1 ? 'one stop' : `${-fewer} stops`} more</span>
        )}
      </h2>
      {chosen.inTheWay !== null && <p className="text-[13px] text-quiet">{chosen.inTheWay}</p>}
      <table className="w-full border-collapse text-[13px]">
        <caption className="sr-only">The eight answers, as it is and with it</caption>
        <thead className="text-left text-[12px] text-quiet">
          <tr>
            <th scope="col" className="font-normal">
              answer
            </th>
            <th scope="col" className="w-8 font-normal">
              now
            </th>
            <th scope="col" className="font-normal">
              with it
            </th>
          </tr>
        </thead>
        <tbody>
          {QUESTION_IDS.map((question, at) => (
            <tr key={question} className="border-line border-t">
              <td className="py-2 pr-2">{questionWords(question)}</td>
              <td>
                <VerdictMark kind={now.answers[at]!} size={13} label={MARK_WORDS[now.answers[at]!]} />
              </td>
              <td>
                <span className="flex items-baseline gap-2">
                  <VerdictMark kind={chosen.answers[at]!} size={13} label={MARK_WORDS[chosen.answers[at]!]} />
                  <span className="tabular-nums">{chosen.figures[at]}</span>
                </span>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {elsewhere.length > 0 && (
        <div className="text-[13px]">
          <b className="font-semibold">Worse with it</b>
          <ul>
            {elsewhere.map(({ circuitId, circuit, question, from, to }) => (
              <li key={`${circuitId} ${question}`}>
                {circuit}, {questionWords(question)} {VERDICT_WORDS[from]} → {VERDICT_WORDS[to]}
              </li>
            ))}
          </ul>
        </div>
      )}
      {refusal !== undefined && (
        <p role="alert" className="font-semibold text-stop">
          {refusal}
        </p>
      )}
      {!stands && <p className="text-[13px] text-quiet">{WHAT[of].taken}</p>}
      {!stands && (
        <Button primary onClick={take} className="min-h-11 justify-self-start">
          Take it <kbd className="ml-1 font-sans text-[12px]">Enter</kbd>
        </Button>
      )}
    </div>
  );
}
