'use client';
import { useSearchParams } from 'next/navigation';
import { useState } from 'react';
import { VERDICT_WORDS } from '@/core/job/terms';
import type { CircuitTests, TestsStudy } from '@/core/reports/tests';
import { cx } from '@/ui/cx';
import { Labelled, TextInput } from '@/ui/Field';
import { VerdictMark } from '@/ui/VerdictMark';
import { useAnswer } from '../../client/JobContext';
import { Sheet } from './Sheet';

const BY = 'isotrip-tested-by';
const INSTRUMENT = 'isotrip-instrument';
const kept = (name: string): string => {
  try {
    return localStorage.getItem(name) ?? '';
  } catch {
    return '';
  }
};
const keep = (name: string, text: string): void => {
  try {
    localStorage.setItem(name, text);
  } catch {
    // The page alone remembers it.
  }
};

/** The tests of every circuit in the order they are done: the list as the board, one circuit's sheet beside it. */
export function TestsScreen() {
  const study = useAnswer({ kind: 'tests' });
  const wanted = useSearchParams().get('c');
  const [by, setBy] = useState(() => kept(BY));
  const [instrument, setInstrument] = useState(() => kept(INSTRUMENT));
  if (study === undefined) return <main aria-busy className="flex-1" />;
  const at = Math.max(
    0,
    study.circuits.findIndex(({ circuitId }) => circuitId === wanted),
  );
  const circuit = study.circuits[at];
  if (circuit === undefined) return <main className="flex-1 p-6 text-quiet">No circuit yet: there is nothing to test.</main>;
  const go = (to: number) => {
    const { circuitId } = study.circuits[(to + study.circuits.length) % study.circuits.length]!;
    const query = new URLSearchParams(window.location.search);
    query.set('c', circuitId);
    window.history.pushState(null, '', `${window.location.pathname}?${query}`);
  };
  return (
    <div className="grid min-h-0 flex-1 grid-cols-1 max-lg:content-start lg:grid-cols-[320px_minmax(0,1fr)]">
      <aside aria-label="Circuits" className="border-line max-lg:order-2 max-lg:border-t lg:overflow-y-auto lg:border-r">
        <Total study={study} />
        <ol>
          {study.circuits.map((each, index) => (
            <Row key={each.circuitId} circuit={each} current={index === at} choose={() => go(index)} />
          ))}
        </ol>
        <div className="grid gap-2 p-3">
          <Remembered label="Tested by" name={BY} text={by} set={setBy} />
          <Remembered label="Instrument" name={INSTRUMENT} text={instrument} set={setInstrument} />
        </div>
      </aside>
      <main className="min-w-0 lg:overflow-y-auto">
        <Sheet
          key={circuit.circuitId}
          circuit={circuit}
          at={at}
          of={study.circuits.length}
          go={go}
          who={{ by: by.trim(), instrument: instrument.trim() }}
        />
      </main>
    </div>
  );
}

/** A text this browser remembers, kept with each reading. */
function Remembered({ label, name, text, set }: { label: string; name: string; text: string; set: (text: string) => void }) {
  return (
    <Labelled label={label}>
      {(wiring) => (
        <TextInput
          {...wiring}
          value={text}
          onChange={({ target }) => {
            set(target.value);
            keep(name, target.value);
          }}
        />
      )}
    </Labelled>
  );
}

function Total({ study: { done, of, stops } }: { study: TestsStudy }) {
  return (
    <p className="flex items-baseline gap-2 border-line border-b px-3 py-2" data-testid="tests-total">
      <b className={cx('font-semibold text-[17px] tabular-nums', stops > 0 && 'text-stop')}>
        {stops > 0 ? (stops === 1 ? 'One stop' : `${stops} stops`) : `${done} of ${of}`}
      </b>
      <span className="text-[13px] text-quiet">{stops > 0 ? `${done} of ${of} tests done` : 'tests done'}</span>
    </p>
  );
}

/** A circuit with its line filling up as it is tested. */
function Row({ circuit, current, choose }: { circuit: CircuitTests; current: boolean; choose: () => void }) {
  const { number, name, done, of, verdict, circuitId } = circuit;
  return (
    <li>
      <button
        type="button"
        data-circuit={circuitId}
        aria-pressed={current}
        onClick={choose}
        className={cx(
          'grid min-h-10 w-full grid-cols-[20px_minmax(0,1fr)_auto] items-center gap-x-2 border-line border-b px-3 py-1 text-left pointer-coarse:min-h-11',
          current ? 'bg-chosen' : 'hover:bg-sunk',
        )}
      >
        <VerdictMark kind={verdict ?? 'unknown'} size={13} label={verdict === null ? 'not tested' : VERDICT_WORDS[verdict]} />
        <span className="truncate">
          <span className="text-quiet tabular-nums">{number}</span> {name}
        </span>
        <span className="text-[12px] text-quiet tabular-nums">
          {done}/{of}
        </span>
        <span aria-hidden className="col-span-2 col-start-2 mt-1 block h-[3px] rounded bg-sunk">
          <span
            className={cx('block h-full rounded', verdict === 'stop' ? 'bg-stop' : 'bg-pass')}
            style={{ width: `${of === 0 ? 0 : (100 * done) / of}%` }}
          />
        </span>
      </button>
    </li>
  );
}
