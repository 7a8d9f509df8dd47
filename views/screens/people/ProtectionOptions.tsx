'use client';
import { useState } from 'react';
import type { OptionTried } from '@/core/fixes/protectionOptions';
import { VERDICT_WORDS } from '@/core/job/terms';
import { Button } from '@/ui/Button';
import { cx } from '@/ui/cx';
import { VerdictMark } from '@/ui/VerdictMark';
import { useAnswer, useJobState, useProgress, useSession } from '../../client/JobContext';

/** Every way of giving a circuit its protection, each tried on the whole job; the one picked becomes the design. */
export function ProtectionOptions({ circuitId }: { circuitId: string }) {
  const options = useAnswer({ kind: 'protectionOptions', circuitId });
  const far = useProgress({ kind: 'protectionOptions', circuitId });
  const [open, setOpen] = useState<string | null>(null);
  return (
    <section aria-label="Options" data-testid="options" aria-busy={options === undefined}>
      <h2 className="font-semibold">Options</h2>
      <p className="mb-1 text-[13px] text-quiet">
        {options === undefined
          ? `trying: ${far?.done ?? 0} of ${far?.of ?? '…'}`
          : 'each tried on the whole job; press one for its conditions'}
      </p>
      {options !== undefined && (
        <>
          <p className="grid grid-cols-[18px_minmax(0,1fr)_44px_44px] gap-2 px-1 text-[12px] text-quiet">
            <span className="col-start-3 text-right">shock</span>
            <span className="text-right">arc</span>
          </p>
          <ul className="border-line border-t">
            {options.map((option) => (
              <OptionRow
                key={option.label}
                option={option}
                open={open === option.label}
                toggle={() => setOpen(open === option.label ? null : option.label)}
              />
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

const WORDS: Readonly<Record<OptionTried['kind'], string>> = {
  now: 'As it is',
  'combined-breaker': 'AFCI and GFCI breaker',
  'ground-breaker': 'GFCI breaker',
  'arc-breaker': 'AFCI breaker',
  'first-outlet': 'GFCI at the first outlet',
  'first-outlet-both': 'AFCI and GFCI at the first outlet',
  'blank-face': 'Blank-face GFCI by the panel',
  rcbo: 'RCBO of its own',
  'shared-rcd': 'Shared RCD',
  'socket-rcd': 'RCD in the first socket-outlet',
  afdd: 'AFDD beside the breaker',
};

function OptionRow({ option, open, toggle }: { option: OptionTried; open: boolean; toggle: () => void }) {
  const { kind, verdict, unknowns, ground, arc, outlets, command, remains } = option;
  const session = useSession();
  const [refusal, setRefusal] = useState<string>();
  const stops = remains.filter((each) => each.verdict === 'stop').length;
  const mark = verdict === 'stop' ? 'stop' : unknowns > 0 ? 'unknown' : verdict;
  return (
    <li data-option={kind} data-verdict={mark} className={cx('border-line border-b', kind === 'now' && 'bg-sunk')}>
      <button
        type="button"
        aria-expanded={open}
        onClick={toggle}
        className="grid min-h-9 w-full grid-cols-[18px_minmax(0,1fr)_44px_44px] items-center gap-2 px-1 py-1 text-left text-[13px] pointer-coarse:min-h-11"
      >
        <VerdictMark kind={mark} label={VERDICT_WORDS[mark]} />
        <span className="min-w-0 leading-tight">
          <span className="block font-semibold">{WORDS[kind]}</span>
          <span className="block truncate text-[12px] text-quiet">
            {stops > 0
              ? `${stops} left open`
              : unknowns > 0
                ? 'something not known'
                : remains.length > 0
                  ? 'a caution left'
                  : 'nothing left open'}
          </span>
        </span>
        <Share of={ground} outlets={outlets} />
        <Share of={arc} outlets={outlets} />
      </button>
      {open && (
        <div className="grid gap-2 px-1 pb-2 pl-7 text-[13px]">
          <Wants option={option} />
          {remains.map(({ title, verdict: left, because }) => (
            <p key={title} className="flex items-start gap-2">
              <span className="mt-0.5">
                <VerdictMark kind={left} label={VERDICT_WORDS[left]} />
              </span>
              <span>
                <span className="font-semibold">{title}</span> <span className="text-quiet">{because}</span>
              </span>
            </p>
          ))}
          {command !== null && (
            <Button primary onClick={() => setRefusal(session.edit(command))}>
              Take this one
            </Button>
          )}
          {refusal !== undefined && <p className="font-semibold text-stop">{refusal}</p>}
        </div>
      )}
    </li>
  );
}

/** Of how many outlets it protects how many. */
const Share = ({ of, outlets }: { of: number; outlets: number }) => (
  <span className="text-right tabular-nums">
    <span className={of === outlets ? 'font-semibold' : ''}>{of}</span>
    <span className="text-[12px] text-quiet"> / {outlets}</span>
  </span>
);

/** What a option wants: neutral, spaces, price, hours, and what the directory then says. */
function Wants({ option }: { option: OptionTried }) {
  const currency = useJobState((state) => state.job.defaults.currency);
  const nec = useJobState((state) => state.job.dialect === 'nec');
  const { neutral, reset, reached, spaces, price, hours, directory, worsens, command } = option;
  const rows: [string, string][] = [
    ['reset', reset === '' ? 'none' : `${reset}${reached === null ? ', reach not said' : reached ? '' : ', out of reach'}`],
    ...(command === null
      ? []
      : ([
          ['neutral', neutral],
          ['spaces', spaces === null ? 'not known' : spaces === 0 ? 'none more' : `${spaces} more`],
          [
            'price',
            price === null ? 'not every part has a price' : `${price.toFixed(2)}${currency === undefined ? '' : ` ${currency}`}`,
          ],
          [nec ? 'labor' : 'labour', `${hours} h (common practice)`],
        ] satisfies [string, string][])),
    ['directory', directory],
    ...(worsens.length > 0
      ? ([['open then', worsens.map(({ circuit, to }) => `${circuit} ${VERDICT_WORDS[to]}`).join(', ')]] satisfies [
          string,
          string,
        ][])
      : []),
  ];
  return (
    <dl className="grid grid-cols-[72px_minmax(0,1fr)] gap-x-2 gap-y-0.5">
      {rows.map(([name, value]) => (
        <div key={name} className="contents">
          <dt className="text-quiet">{name}</dt>
          <dd>{value}</dd>
        </div>
      ))}
    </dl>
  );
}
