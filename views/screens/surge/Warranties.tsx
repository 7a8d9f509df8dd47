'use client';
import { useState } from 'react';
import { Button } from '@/ui/Button';
import { Pick } from '@/ui/Choice';
import { Labelled, TextInput } from '@/ui/Field';
import { useJobState, useSession } from '../../client/JobContext';

interface Warranty {
  of: 'product' | 'connected-equipment';
  until?: string | undefined;
  most?: number | undefined;
  conditions?: string | undefined;
  toldTo?: string | undefined;
  on?: string | undefined;
}
const WORDS = { product: 'the device itself', 'connected-equipment': 'what is connected behind it' } as const;

/** The two kinds of warranty a surge device may have, with who was told of them and when. */
export function Warranties({ deviceId }: { deviceId: string }) {
  const job = useJobState((state) => state.job);
  const session = useSession();
  const [open, setOpen] = useState(false);
  const device = job.devices[deviceId];
  const kept: readonly Warranty[] = device?.settings.family === 'spd' ? (device.settings.warranties ?? []) : [];
  const put = (to: readonly Warranty[], label: string) =>
    session.edit({
      label,
      steps: [
        {
          do: 'set',
          on: 'devices',
          id: deviceId,
          field: ['settings', 'warranties'],
          ...(to.length === 0 ? {} : { to: [...to] }),
        },
      ],
    });
  return (
    <section aria-label="Warranties" className="grid gap-1 text-[13px]" data-testid="warranties">
      <h3 className="font-semibold text-[14px]">Warranties</h3>
      {kept.length === 0 && <p className="text-quiet">none recorded</p>}
      {kept.map((each, index) => (
        <div key={JSON.stringify(each)} className="flex items-start gap-2 border-line border-t py-1">
          <p className="min-w-0 flex-1">
            <span className="font-semibold">{WORDS[each.of]}</span>
            {each.until !== undefined && `, until ${each.until}`}
            {each.most !== undefined && `, to ${each.most} ${job.defaults.currency ?? ''}`.trimEnd()}
            {each.conditions !== undefined && <span className="block">{each.conditions}</span>}
            <span className="block text-quiet">
              {each.toldTo === undefined
                ? 'nobody was told'
                : `told ${each.toldTo}${each.on === undefined ? '' : `, ${each.on}`}`}
            </span>
          </p>
          <Button
            onClick={() =>
              put(
                kept.filter((_, at) => at !== index),
                'Delete a warranty',
              )
            }
          >
            Delete
          </Button>
        </div>
      ))}
      {open ? (
        <WarrantyForm
          keep={(warranty) => {
            const refused = put([...kept, warranty], `Warranty of ${device?.name ?? ''}`);
            if (refused === undefined) setOpen(false);
            return refused;
          }}
          leave={() => setOpen(false)}
        />
      ) : (
        <Button className="justify-self-start" onClick={() => setOpen(true)}>
          Record a warranty
        </Button>
      )}
    </section>
  );
}

/**
 * A warranty as it is written down.
 * @param keep says why it cannot be, or nothing
 */
function WarrantyForm({ keep, leave }: { keep: (warranty: Warranty) => string | undefined; leave: () => void }) {
  const [of, setOf] = useState<Warranty['of']>('product');
  const [refusal, setRefusal] = useState<string>();
  const take = (form: FormData) => {
    const text = (name: string) => String(form.get(name) ?? '').trim();
    const most = text('most') === '' ? undefined : Number(text('most').replace(',', '.'));
    if (most !== undefined && !Number.isFinite(most)) return setRefusal('the cap is a number, as 5000');
    const said = Object.fromEntries(
      (['until', 'conditions', 'toldTo', 'on'] as const).flatMap((name) => (text(name) === '' ? [] : [[name, text(name)]])),
    );
    setRefusal(keep({ of, ...said, ...(most === undefined ? {} : { most }) }));
  };
  return (
    <form
      className="grid gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        take(new FormData(event.currentTarget));
      }}
    >
      <Pick
        label="Warranty of"
        value={of}
        options={[
          { value: 'product', label: WORDS.product },
          { value: 'connected-equipment', label: WORDS['connected-equipment'] },
        ]}
        onChange={setOf}
      />
      <div className="grid grid-cols-2 gap-2">
        <Labelled label="until">{(id) => <TextInput {...id} name="until" type="date" />}</Labelled>
        <Labelled label="pays up to">{(id) => <TextInput {...id} name="most" inputMode="decimal" />}</Labelled>
        <Labelled label="conditions" className="col-span-2">
          {(id) => <TextInput {...id} name="conditions" />}
        </Labelled>
        <Labelled label="who was told">{(id) => <TextInput {...id} name="toldTo" />}</Labelled>
        <Labelled label="when">{(id) => <TextInput {...id} name="on" type="date" />}</Labelled>
      </div>
      {refusal !== undefined && <p className="font-semibold text-stop">{refusal}</p>}
      <div className="flex gap-2">
        <Button primary type="submit">
          Keep it
        </Button>
        <Button onClick={leave}>Cancel</Button>
      </div>
    </form>
  );
}
