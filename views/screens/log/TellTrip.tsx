'use client';
import { format, isValid, parseISO } from 'date-fns';
import { useState } from 'react';
import { addEntry } from '@/core/edits/log';
import { AFTER, RESET, WEATHER } from '@/core/job/logged';
import type { LogDevice } from '@/core/reports/log';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { Labelled, Select, TextInput } from '@/ui/Field';
import { useJobState, useSession } from '../../client/JobContext';
import { rememberedName } from '../../client/remembered';

const options = <K extends string>(words: Readonly<Record<K, string>>) =>
  (Object.entries(words) as [K, string][]).map(([value, label]) => ({ value, label }));
const AFTERS = options(AFTER);
const WEATHERS = options(WEATHER);
const RESETS = options(RESET);

/** What tripped, when, and what was noticed: only the device has to be said. */
export function TellTrip({
  devices,
  first,
  leave,
  kept,
}: {
  devices: readonly LogDevice[];
  first: string | undefined;
  leave: () => void;
  kept: (entryId: string) => void;
}) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const [deviceId, setDeviceId] = useState<string | undefined>(first);
  const [at, setAt] = useState(() => format(new Date(), "yyyy-MM-dd'T'HH:mm"));
  const [told, setTold] = useState<{ after?: keyof typeof AFTER; weather?: keyof typeof WEATHER; reset?: keyof typeof RESET }>(
    {},
  );
  const [loadsOn, setLoadsOn] = useState<readonly string[]>([]);
  const [problem, setProblem] = useState<string>();
  const device = devices.find((each) => each.deviceId === deviceId);
  const keep = () => {
    const when = parseISO(at);
    if (device === undefined) return setProblem('say which device tripped');
    if (!isValid(when)) return setProblem('when: a date and a time, for instance 2026-11-30 18:40');
    const id = crypto.randomUUID();
    const on = loadsOn.filter((each) => device.loads.some((load) => load.id === each));
    const refused = session.edit(
      addEntry(
        job,
        {
          at: when.toISOString(),
          kind: 'trip',
          deviceId: device.deviceId,
          ...told,
          loadsOn: on,
          by: rememberedName() ?? '',
        },
        id,
      ),
    );
    if (refused !== undefined) return setProblem(refused);
    kept(id);
    leave();
  };
  const set = (more: typeof told) => setTold({ ...told, ...more });
  const without = (field: keyof typeof told) => {
    const { [field]: _, ...rest } = told;
    setTold(rest);
  };
  return (
    <form
      aria-label="Something tripped"
      data-testid="tell-trip"
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        keep();
      }}
    >
      <Labelled label="What tripped">
        {({ id }) => (
          <Select
            id={id}
            value={deviceId ?? ''}
            none="choose"
            options={devices.map((each) => ({ value: each.deviceId, label: each.name }))}
            onChange={setDeviceId}
          />
        )}
      </Labelled>
      <Labelled label="When">
        {(wiring) => <TextInput {...wiring} type="datetime-local" value={at} onChange={({ target }) => setAt(target.value)} />}
      </Labelled>
      <Asked says="It tripped">
        <Choice
          label="It tripped"
          value={told.after}
          options={AFTERS}
          onChange={(after) => set({ after })}
          onClear={() => without('after')}
        />
      </Asked>
      <Asked says="Reset">
        <Choice
          label="Reset"
          value={told.reset}
          options={RESETS}
          onChange={(reset) => set({ reset })}
          onClear={() => without('reset')}
        />
      </Asked>
      <Asked says="Weather">
        <Choice
          label="Weather"
          value={told.weather}
          options={WEATHERS}
          onChange={(weather) => set({ weather })}
          onClear={() => without('weather')}
        />
      </Asked>
      {device !== undefined && device.loads.length > 0 && (
        <Asked says="What was on">
          <div className="flex flex-wrap gap-1">
            {device.loads.map(({ id, name }) => (
              <Button
                key={id}
                aria-pressed={loadsOn.includes(id)}
                className={loadsOn.includes(id) ? 'border-copper bg-chosen' : 'font-normal'}
                onClick={() => setLoadsOn(loadsOn.includes(id) ? loadsOn.filter((each) => each !== id) : [...loadsOn, id])}
              >
                {name}
              </Button>
            ))}
          </div>
        </Asked>
      )}
      {problem !== undefined && (
        <p role="alert" className="font-semibold text-stop">
          {problem}
        </p>
      )}
      <div className="flex gap-2">
        <Button primary type="submit" className="min-h-11">
          Put it in the log
        </Button>
        <Button className="min-h-11" onClick={leave}>
          Leave
        </Button>
      </div>
    </form>
  );
}

const Asked = ({ says, children }: { says: string; children: React.ReactNode }) => (
  <div className="grid gap-1">
    <span className="text-[13px] text-quiet">{says}</span>
    {children}
  </div>
);
