import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { EVENT_KINDS, type EventAsked, readEvent, SKINS, writeEvent } from './events';

const id = fc.stringMatching(/^[a-z0-9-]{1,12}$/);
const figure = fc.double({ min: 0, max: 1_000_000, noNaN: true });

describe('an event as text', () => {
  it('is read as it was written', () => {
    const asked: fc.Arbitrary<EventAsked> = fc.record(
      {
        kind: fc.constantFrom(...EVENT_KINDS),
        circuitId: id,
        place: fc.oneof(fc.constantFrom('start', 'half', 'end'), id),
        state: fc.constantFrom('MIN' as const, 'MAX' as const),
        caseId: id,
        ohm: figure,
        amperes: figure,
        skin: fc.constantFrom(...SKINS),
        stuck: fc.array(id, { minLength: 1, maxLength: 3 }),
      },
      { requiredKeys: ['kind', 'circuitId', 'place', 'state'] },
    );
    fc.assert(
      fc.property(asked, (event) => {
        expect(readEvent(writeEvent(event))).toEqual(event);
      }),
    );
  });
  it('says which word is wrong, and never throws', () => {
    expect(readEvent('')).toEqual({ wrong: expect.stringContaining('one of earth') });
    expect(readEvent('earth')).toEqual({ wrong: 'a circuit, by its id, after the event' });
    expect(readEvent('earth c skin=blue')).toEqual({ wrong: 'skin: one of dry, wet, salt-wet, not "blue"' });
    expect(readEvent('earth c ohm=')).toEqual({ wrong: expect.stringContaining('ohm: a figure') });
    expect(readEvent('earth c state=HOT')).toEqual({ wrong: expect.stringContaining('MIN or MAX') });
    expect(readEvent('earth c volume=3')).toEqual({ wrong: expect.stringContaining('"volume"') });
    fc.assert(fc.property(fc.string(), (text) => void readEvent(text)));
  });
});
