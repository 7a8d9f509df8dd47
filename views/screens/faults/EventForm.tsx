'use client';
import { useState } from 'react';
import {
  EVENT_KINDS,
  EVENTS,
  type EventAsked,
  type EventKind,
  needsAmperes,
  needsOhm,
  needsSkin,
  PLACES,
} from '@/core/job/events';
import type { EventStudy } from '@/core/reports/event';
import { Labelled, Select, TextInput } from '@/ui/Field';
import { useJobState } from '../../client/JobContext';
import { circuitsOf } from './place';

const SKIN_OPTIONS = [
  { value: 'dry', label: 'dry' },
  { value: 'wet', label: 'wet' },
  { value: 'salt-wet', label: 'salt-wet' },
] as const;
const STATES = [
  { value: 'MIN', label: 'weakest, warm' },
  { value: 'MAX', label: 'strongest, cold' },
] as const;

/** As much of a name as can be. */
const SMALL = 'text-[14px] pointer-coarse:text-base';

/** What goes wrong, where, and on which supply. */
export function EventForm({
  asked,
  event,
  change,
}: {
  asked: EventAsked;
  event: EventStudy | undefined;
  change: (to: Partial<EventAsked>) => void;
}) {
  const job = useJobState((state) => state.job);
  const along = asked.kind !== 'lost-neutral' && !needsAmperes(asked.kind);
  return (
    <section
      aria-label="What goes wrong"
      data-testid="event-form"
      className="flex flex-wrap items-end gap-x-3 gap-y-2 rounded border border-line bg-raised px-3 py-2"
    >
      <Labelled label="What goes wrong" className="w-[186px] max-sm:w-full">
        {({ id }) => (
          <Select<EventKind>
            id={id}
            className={SMALL}
            value={asked.kind}
            options={EVENT_KINDS.map((kind) => ({ value: kind, label: EVENTS[kind][job.dialect] }))}
            onChange={(kind) => change({ kind })}
          />
        )}
      </Labelled>
      {asked.kind !== 'lost-neutral' && (
        <Labelled label="On" className="w-[150px] max-sm:w-full">
          {({ id }) => (
            <Select
              id={id}
              className={SMALL}
              value={asked.circuitId}
              options={circuitsOf(job)}
              onChange={(circuitId) => change({ circuitId, place: 'end', stuck: [] })}
            />
          )}
        </Labelled>
      )}
      {along && (
        <Labelled label="Where" className="w-[128px] max-sm:w-full">
          {({ id }) => (
            <Select
              id={id}
              className={SMALL}
              value={asked.place}
              options={[
                ...Object.entries(PLACES).map(([value, label]) => ({ value, label })),
                ...(event?.places ?? []).map(({ id: value, name }) => ({ value, label: `at ${name}` })),
              ]}
              onChange={(place) => change({ place })}
            />
          )}
        </Labelled>
      )}
      {needsOhm(asked.kind) && <Figure label="Resistance, Ω" none="bolted" value={asked.ohm} keep={(ohm) => change({ ohm })} />}
      {needsAmperes(asked.kind) && (
        <Figure label="Current, A" none="its loads" value={asked.amperes} keep={(amperes) => change({ amperes })} />
      )}
      {needsSkin(asked.kind) && (
        <Labelled label="Skin" className="w-[104px] max-sm:w-full">
          {({ id }) => (
            <Select
              id={id}
              className={SMALL}
              value={asked.skin ?? 'dry'}
              options={SKIN_OPTIONS}
              onChange={(skin) => change({ skin })}
            />
          )}
        </Labelled>
      )}
      {along && (
        <Labelled label="Supply" className="w-[142px] max-sm:w-full">
          {({ id }) => (
            <Select
              id={id}
              className={SMALL}
              value={asked.state}
              options={STATES}
              onChange={(state) => change({ state, caseId: undefined })}
            />
          )}
        </Labelled>
      )}
      {along && (event?.cases.length ?? 0) > 1 && (
        <Labelled label="Fed" className="w-[150px] max-sm:w-full">
          {({ id }) => (
            <Select
              id={id}
              className={SMALL}
              value={asked.caseId ?? event!.cases[0]!.id}
              options={event!.cases.map(({ id: value, when }) => ({ value, label: when }))}
              onChange={(caseId) => change({ caseId })}
            />
          )}
        </Labelled>
      )}
    </section>
  );
}

/** A figure that may be left out. */
function Figure({
  label,
  none,
  value,
  keep,
}: {
  label: string;
  none: string;
  value: number | undefined;
  keep: (value: number | undefined) => void;
}) {
  const [text, setText] = useState(value === undefined ? '' : String(value));
  const figure = Number(text.replace(',', '.'));
  const wrong = text.trim() !== '' && !(figure >= 0 && figure <= 1_000_000);
  return (
    <Labelled label={label} className="w-[92px] max-sm:w-full" problem={wrong ? 'a figure from 0 up' : undefined}>
      {(wiring) => (
        <TextInput
          {...wiring}
          inputMode="decimal"
          placeholder={none}
          value={text}
          onChange={({ target }) => {
            setText(target.value);
            const next = Number(target.value.replace(',', '.'));
            if (target.value.trim() === '') keep(undefined);
            else if (next >= 0 && next <= 1_000_000) keep(next);
          }}
        />
      )}
    </Labelled>
  );
}
