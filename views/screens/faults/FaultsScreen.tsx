'use client';
import { useSearchParams } from 'next/navigation';
import { useEffect, useState } from 'react';
import { type EventAsked, needsOhm } from '@/core/job/events';
import { Button } from '@/ui/Button';
import { useAnswer, useJobState } from '../../client/JobContext';
import { shownCircuit } from '../../parts/frame/shownCircuit';
import { Run } from '../../parts/run/Run';
import { EventForm } from './EventForm';
import { Guess } from './Guess';
import { Kept } from './Kept';
import { Outcome } from './Outcome';
import { eventOf, keepEvent } from './place';
import { Sweep } from './Sweep';
import { Timeline } from './Timeline';
import { usePlayed } from './usePlayed';

/** Something goes wrong on a circuit: who opens, by when, what stands where meanwhile, what goes off. */
export function FaultsScreen() {
  const search = useSearchParams();
  const wanted = search.get('c');
  const circuitId = useJobState((state) => shownCircuit(state.job, wanted));
  if (circuitId === null) return <main className="flex-1 p-6 text-quiet">No circuit yet: nothing can go wrong on it.</main>;
  return <OnCircuit circuitId={circuitId} text={search.get('e')} key={circuitId} />;
}

function OnCircuit({ circuitId, text }: { circuitId: string; text: string | null }) {
  const [asked, setAsked] = useState(() => eventOf(text, circuitId));
  const event = useAnswer({ kind: 'event', what: asked });
  const [predicting, setPredicting] = useState(false);
  const [guess, setGuess] = useState<string | null>(null);
  const played = usePlayed();
  const { stop } = played;
  // What is asked anew is another race.
  // biome-ignore lint/correctness/useExhaustiveDependencies: on every other event
  useEffect(() => {
    stop();
    setGuess(null);
  }, [asked]);
  const change = (to: Partial<EventAsked>) => {
    const next = { ...asked, ...to };
    setAsked(next);
    keepEvent(next);
  };
  const hidden = predicting && guess === null;
  return (
    <div className="grid min-h-0 flex-1 grid-cols-1 max-lg:content-start lg:grid-cols-[minmax(0,1fr)_344px]">
      <main className="flex min-w-0 flex-col gap-[10px] p-3 lg:overflow-y-auto">
        <EventForm asked={asked} event={event ?? undefined} change={change} />
        <Run circuitId={circuitId} />
        {event === undefined || event === null ? (
          <div aria-busy className="min-h-40" />
        ) : event.missing.length > 0 ? (
          <p className="rounded border border-line bg-raised p-4 text-quiet" data-testid="not-known">
            Not known: {event.missing.map(({ what }) => what).join('; ')}.
          </p>
        ) : (
          <Timeline
            event={event}
            asked={asked}
            atS={played.atS}
            hidden={hidden}
            acts={
              <>
                <Button onClick={played.playing ? played.stop : played.play} disabled={hidden}>
                  {played.playing ? 'Stop' : 'Play slowly'}
                </Button>
                <Button
                  onClick={() => setPredicting(!predicting)}
                  aria-pressed={predicting}
                  className={predicting ? 'border-copper bg-chosen' : ''}
                >
                  Predict first
                </Button>
              </>
            }
            turn={(deviceId) => {
              const stuck = asked.stuck ?? [];
              change({ stuck: stuck.includes(deviceId) ? stuck.filter((id) => id !== deviceId) : [...stuck, deviceId] });
            }}
          />
        )}
        {event !== undefined && event !== null && event.racers.length > 0 && needsOhm(asked.kind) && !hidden && (
          <Sweep asked={asked} />
        )}
      </main>
      <aside
        aria-label="What comes of it"
        className="grid grid-cols-[minmax(0,1fr)] content-start gap-4 border-line p-4 max-lg:border-t lg:overflow-y-auto lg:border-l"
      >
        {event !== undefined &&
          event !== null &&
          (hidden ? (
            <Guess event={event} choose={setGuess} />
          ) : (
            <Outcome event={event} guess={predicting ? guess : null} atS={played.atS} />
          ))}
        {!hidden && <Kept asked={asked} keepable={event !== undefined && event !== null && event.missing.length === 0} />}
      </aside>
    </div>
  );
}
