'use client';
import type { EventStudy } from '@/core/reports/event';
import { Button } from '@/ui/Button';

export const NOBODY = 'nobody';

/** Before it is shown: who will be first? */
export function Guess({ event, choose }: { event: EventStudy; choose: (deviceId: string) => void }) {
  return (
    <section aria-label="Predict first" data-testid="guess" className="grid gap-2">
      <h2 className="font-semibold text-[21px]">Who trips first?</h2>
      {event.racers.map(({ deviceId, name, sees }) => (
        <Button key={deviceId} onClick={() => choose(deviceId)}>
          {name} <span className="font-normal text-quiet">sees {sees}</span>
        </Button>
      ))}
      <Button onClick={() => choose(NOBODY)}>Nobody</Button>
    </section>
  );
}
