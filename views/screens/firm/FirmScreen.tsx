'use client';
import { Trash2 } from 'lucide-react';
import { useMemo, useRef, useState } from 'react';
import type { z } from 'zod';
import { type SheetLine, type SheetTo, sheetWith } from '@/core/edits/sheet';
import { readQuantity } from '@/core/job/edges';
import { newJob } from '@/core/job/newJob';
import { keyAfter } from '@/core/job/order';
import { packsOf } from '@/core/job/packs';
import { Construction, InstallationMethod, Insulation } from '@/core/job/schema/circuit';
import { Firm } from '@/core/job/schema/firm';
import { JobDefaults } from '@/core/job/schema/job';
import { Price } from '@/core/job/schema/records';
import { Button } from '@/ui/Button';
import { Choice, Pick } from '@/ui/Choice';
import { KeptText, Labelled, Select } from '@/ui/Field';
import { IconButton } from '@/ui/IconButton';
import { fetchJson, sendJson } from '../../client/jobsLink';
import { SheetEditor } from '../../parts/ask/SheetEditor';
import { HomeFrame } from '../../parts/frame/HomeFrame';

type Dialect = Firm['dialect'];
type Keep = (next: Firm) => string | undefined;

const DIALECTS = [
  { value: 'iec', label: 'IEC' },
  { value: 'nec', label: 'NEC' },
] as const;

/** What the firm usually fits and charges: copied onto every new job, never used to judge one. */
export function FirmScreen({ firm: kept, trouble }: { firm: Firm; trouble: string | undefined }) {
  const [firm, setFirm] = useState(kept);
  /** As the server last had it. */
  const seen = useRef(kept);
  const [dialect, setDialect] = useState<Dialect>(kept.dialect);
  const [state, setState] = useState<{ kind: 'saved' | 'saving' } | { kind: 'refused'; because: string }>({ kind: 'saved' });
  const keep: Keep = (next) => {
    const parsed = Firm.safeParse(next);
    if (!parsed.success) return parsed.error.issues[0]?.message ?? 'this cannot be kept';
    const mine = parsed.data;
    setFirm(mine);
    setState({ kind: 'saving' });
    void sendJson<Firm>('/api/firm', { base: seen.current, firm: mine }, 'PUT').then(async (done) => {
      // What others changed comes with it, unless more has been entered here since.
      const now = done.ok ? done.value : await fetchJson<Firm>('/api/firm').then((found) => (found.ok ? found.value : undefined));
      if (now !== undefined) {
        seen.current = now;
        setFirm((shown) => (shown === mine ? now : shown));
      }
      setState(done.ok ? { kind: 'saved' } : { kind: 'refused', because: done.problem });
    });
    return undefined;
  };
  return (
    <HomeFrame current="Firm" trouble={trouble}>
      <section aria-label="Firm" className="grid gap-4 rounded border border-line bg-raised p-4 sm:grid-cols-3">
        {(['installer', 'licence'] as const).map((field) => (
          <KeptText
            key={field}
            label={field === 'installer' ? 'Installer' : 'Licence'}
            value={firm[field] ?? ''}
            keep={(text) => {
              const { [field]: _, ...rest } = firm;
              return keep(text === '' ? rest : { ...rest, [field]: text });
            }}
          />
        ))}
        <Labelled label="Usual dialect of a new job">
          {() => (
            <Choice
              label="Usual dialect of a new job"
              value={firm.dialect}
              options={DIALECTS}
              onChange={(value) => keep({ ...firm, dialect: value })}
            />
          )}
        </Labelled>
        <p
          role="status"
          data-testid="firm-saved"
          className={state.kind === 'refused' ? 'font-semibold text-stop sm:col-span-3' : 'text-[13px] text-quiet sm:col-span-3'}
        >
          {state.kind === 'refused' ? `not kept: ${state.because}` : state.kind}
        </p>
      </section>
      <div className="mt-6 flex items-center gap-3">
        <h2 className="font-semibold">Usual parts and prices</h2>
        <Pick label="Dialect of the parts" value={dialect} options={DIALECTS} onChange={setDialect} />
      </div>
      <Usual key={dialect} firm={firm} dialect={dialect} keep={keep} />
      <Sheet key={`sheet ${dialect}`} firm={firm} dialect={dialect} keep={keep} />
      <Curves firm={firm} keep={keep} />
      <Prices key={`prices ${dialect}`} firm={firm} dialect={dialect} keep={keep} />
    </HomeFrame>
  );
}

const asOptions = <T extends string>(values: readonly T[]) => values.map((value) => ({ value, label: value }));
const CHOICES = [
  { field: 'construction', label: 'Usual cable', options: asOptions(Construction.options) },
  { field: 'insulation', label: 'Insulation', options: asOptions(Insulation.options) },
  { field: 'method', label: 'Installation method', options: asOptions(InstallationMethod.options) },
] as const;

function Usual({ firm, dialect, keep }: { firm: Firm; dialect: Dialect; keep: Keep }) {
  const { defaults } = firm[dialect];
  const set = (field: keyof JobDefaults, to: string | number | undefined): string | undefined => {
    const { [field]: _, ...rest } = defaults;
    const next = JobDefaults.safeParse(to === undefined ? rest : { ...rest, [field]: to });
    if (!next.success) return next.error.issues[0]?.message ?? 'this cannot be kept';
    return keep({ ...firm, [dialect]: { ...firm[dialect], defaults: next.data } });
  };
  const number = (field: keyof JobDefaults, text: string, kind: 'current' | 'factor') => {
    if (text === '') return set(field, undefined);
    const read = readQuantity(text, kind);
    return read.ok ? set(field, read.value) : read.message;
  };
  const text = (field: 'lineSize' | 'family' | 'currency', typed: string) => set(field, typed === '' ? undefined : typed);
  return (
    <section aria-label="Usual parts" className="mt-3 grid gap-4 rounded border border-line bg-raised p-4 sm:grid-cols-4">
      <KeptText label="Usual size" value={defaults.lineSize ?? ''} keep={(typed) => text('lineSize', typed)} />
      {CHOICES.map(({ field, label, options }) => (
        <Labelled key={field} label={label}>
          {(wiring) => (
            <Select<string> {...wiring} value={defaults[field] ?? ''} options={options} onChange={(value) => set(field, value)} />
          )}
        </Labelled>
      ))}
      <KeptText label="Usual device family" value={defaults.family ?? ''} keep={(typed) => text('family', typed)} />
      <KeptText
        label="Breaking capacity, A"
        value={defaults.breakingA === undefined ? '' : String(defaults.breakingA)}
        keep={(typed) => number('breakingA', typed, 'current')}
      />
      <KeptText label="Currency" value={defaults.currency ?? ''} keep={(typed) => text('currency', typed.toUpperCase())} />
      <KeptText
        label="Labour per hour"
        value={defaults.labourPerHour === undefined ? '' : String(defaults.labourPerHour)}
        keep={(typed) => number('labourPerHour', typed, 'factor')}
      />
    </section>
  );
}

/** The usual sheet of a dialect, copied onto each new job of it. */
function Sheet({ firm, dialect, keep }: { firm: Firm; dialect: Dialect; keep: Keep }) {
  const job = useMemo(() => newJob({ id: 'firm', name: 'Firm', dialect, pack: packsOf(dialect)[0]! }, firm), [firm, dialect]);
  const change = (line: SheetLine, to: SheetTo) => {
    const { sheet: _, ...rest } = firm[dialect].defaults;
    const sheet = sheetWith(job, line.id, to);
    const defaults = { ...rest, ...(sheet.length === 0 ? {} : { sheet }) };
    return keep({ ...firm, [dialect]: { ...firm[dialect], defaults } });
  };
  return (
    <section aria-label="Usual sheet" className="mt-4 rounded border border-line bg-raised p-4">
      <h3 className="font-semibold">Usual sheet</h3>
      <p className="mb-3 max-w-[70ch] text-quiet">
        What is taken for usual where nobody said otherwise: each new job has a copy. What is not ticked is asked every time.
      </p>
      <SheetEditor job={job} change={change} />
    </section>
  );
}

const PERS = asOptions(Price.shape.per.options);

function Prices({ firm, dialect, keep }: { firm: Firm; dialect: Dialect; keep: Keep }) {
  const { prices } = firm[dialect];
  const put = (next: z.infer<typeof Price>[]) => keep({ ...firm, [dialect]: { ...firm[dialect], prices: next } });
  const change = (id: string, field: Partial<z.infer<typeof Price>>) =>
    put(prices.map((price) => (price.id === id ? { ...price, ...field } : price)));
  return (
    <section aria-label="Prices" className="mt-4 rounded border border-line bg-raised p-4">
      {prices.length === 0 && (
        <p className="mb-3 text-quiet">No price yet. Prices are copied onto each new job of this dialect.</p>
      )}
      <ul className="grid gap-2">
        {prices.map((price) => (
          <li key={price.id} className="grid grid-cols-[minmax(0,1fr)_100px_120px_auto] items-end gap-2">
            <KeptText label="Part" value={price.part} keep={(part) => change(price.id, { part })} />
            <Labelled label="Per">
              {(wiring) => <Select {...wiring} value={price.per} options={PERS} onChange={(per) => change(price.id, { per })} />}
            </Labelled>
            <KeptText
              label="Price"
              value={String(price.amount)}
              keep={(typed) => {
                const read = readQuantity(typed, 'factor');
                return read.ok ? change(price.id, { amount: read.value }) : read.message;
              }}
            />
            <IconButton name={`Delete ${price.part}`} onClick={() => put(prices.filter((each) => each.id !== price.id))}>
              <Trash2 size={16} aria-hidden />
            </IconButton>
          </li>
        ))}
      </ul>
      <Button
        className="mt-3"
        onClick={() =>
          put([
            ...prices,
            {
              id: `price-${crypto.randomUUID()}`,
              order: keyAfter(
                prices
                  .map((price) => price.order)
                  .sort()
                  .at(-1),
              ),
              part: 'New part',
              per: 'piece',
              amount: 0,
            },
          ])
        }
      >
        Add a price
      </Button>
    </section>
  );
}

/** Curves of usual devices: they come from a device that has one, and are named and left out here. */
function Curves({ firm, keep }: { firm: Firm; keep: Keep }) {
  const { curves } = firm;
  if (curves.length === 0) return null;
  return (
    <section aria-label="Curves" className="mt-6 rounded border border-line bg-raised p-4">
      <h3 className="mb-2 font-semibold">Curves of usual devices</h3>
      <ul className="grid gap-2">
        {curves.map((curve) => (
          <li key={curve.id} className="flex items-end gap-2">
            <KeptText
              label={`${curve.points.length} points`}
              value={curve.name}
              keep={(name) => keep({ ...firm, curves: curves.map((each) => (each.id === curve.id ? { ...each, name } : each)) })}
            />
            <IconButton
              name={`Delete the curve ${curve.name}`}
              onClick={() => keep({ ...firm, curves: curves.filter((each) => each.id !== curve.id) })}
            >
              <Trash2 size={16} aria-hidden />
            </IconButton>
          </li>
        ))}
      </ul>
    </section>
  );
}
