import { X } from 'lucide-react';
import { useState } from 'react';
import { Controller, useForm } from 'react-hook-form';
import { listTogether } from '@/core/edits/parts';
import { takeOut } from '@/core/edits/rows';
import { readQuantity } from '@/core/job/edges';
import type { Device } from '@/core/job/schema/device';
import { Button } from '@/ui/Button';
import { Labelled, Select, TextInput } from '@/ui/Field';
import { IconButton } from '@/ui/IconButton';
import { useJobState, useSession } from '../../client/JobContext';
import { runModel } from '../run/runModel';
import { FactLine } from './Panel';

/** Combinations a device is listed in with one ahead of it, and a way to enter another. */
export function Combinations({ device }: { device: Device }) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const listed = Object.values(job.combinations).filter((each) => each.downstreamDeviceId === device.id);
  const [entering, setEntering] = useState(false);
  return (
    <section aria-label="Listed combinations" className="border-line border-t pt-2">
      {listed.map(({ id, upstreamDeviceId, reference }) => (
        <div key={id}>
          <div className="flex items-center justify-between gap-2 text-[13px]">
            <span className="min-w-0">
              with <b className="font-semibold">{job.devices[upstreamDeviceId]?.name}</b>, {reference}
            </span>
            <IconButton
              name={`Delete the combination ${reference}`}
              onClick={() => session.edit(takeOut(job, 'combinations', id))}
            >
              <X size={16} aria-hidden />
            </IconButton>
          </div>
          <dl>
            <FactLine path={`combinations.${id}.capacityA`} />
          </dl>
        </div>
      ))}
      {entering ? (
        <NewCombination device={device} done={() => setEntering(false)} />
      ) : (
        <Button onClick={() => setEntering(true)}>Listed with a device ahead</Button>
      )}
    </section>
  );
}

/** The devices ahead of one, nearest last: those of its run before it. */
function aheadOf(job: Parameters<typeof runModel>[0], { id, circuitId }: Device): Device[] {
  if (circuitId === undefined) return [];
  const devices = runModel(job, circuitId).stations.flatMap((station) => (station.kind === 'device' ? [station.device] : []));
  return devices.slice(
    0,
    devices.findIndex((each) => each.id === id),
  );
}

function inKa(text: string): true | string {
  const typed = readQuantity(text, 'current', 'kA');
  return typed.ok || typed.message;
}

function NewCombination({ device, done }: { device: Device; done: () => void }) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const ahead = aheadOf(job, device);
  const { register, control, handleSubmit, setError, formState } = useForm({
    defaultValues: { upstreamId: ahead.at(-1)?.id ?? '', rating: '', reference: '' },
  });
  const { errors } = formState;
  const add = handleSubmit(({ upstreamId, rating, reference }) => {
    const upstream = ahead.find((each) => each.id === upstreamId);
    const typed = readQuantity(rating, 'current', 'kA');
    if (upstream === undefined || !typed.ok) return;
    const listing = { id: crypto.randomUUID(), capacityA: typed.value, reference: reference.trim() };
    const refused = session.edit(listTogether(job, upstream, device, listing));
    if (refused === undefined) done();
    else setError('root', { message: refused });
  });
  if (ahead.length === 0) return <p className="text-[13px] text-quiet">No device is ahead of it.</p>;
  return (
    <form className="grid gap-2" onSubmit={add}>
      <Controller
        control={control}
        name="upstreamId"
        render={({ field }) => (
          <Labelled label="With">
            {(wiring) => (
              <Select
                {...wiring}
                value={field.value}
                options={ahead.map(({ id, name }) => ({ value: id, label: name }))}
                onChange={field.onChange}
              />
            )}
          </Labelled>
        )}
      />
      <div className="grid grid-cols-[96px_minmax(0,1fr)] gap-2">
        <Labelled label="Rating, kA" problem={errors.rating?.message}>
          {(wiring) => <TextInput {...wiring} inputMode="decimal" {...register('rating', { validate: inKa })} />}
        </Labelled>
        <Labelled label="Listing or table">{(wiring) => <TextInput {...wiring} {...register('reference')} />}</Labelled>
      </div>
      {errors.root !== undefined && (
        <p role="alert" className="font-semibold text-[13px] text-stop">
          {errors.root.message}
        </p>
      )}
      <Button primary type="submit">
        Enter the combination
      </Button>
    </form>
  );
}
