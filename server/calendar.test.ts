import ICAL from 'ical.js';
import { describe, expect, it } from 'vitest';
import { demo } from '@/core/testing/demos';
import { calendarOf } from './calendar';

const eventsOf = (text: string) => {
  const calendar = new ICAL.Component(ICAL.parse(text));
  return calendar.getAllSubcomponents('vevent').map((each) => new ICAL.Event(each));
};

describe('the calendar of a job', () => {
  it('is read by another program: a day each, with an alarm a week before', () => {
    const job = structuredClone(demo('skerry-light'));
    job.name = 'Skerry; Light, "north"\nlamp';
    job.readings = { press: { id: 'press', at: '2026-08-31T09:00:00Z', kind: 'rcd-button', deviceId: 'rcd1', outcome: 'trips' } };
    const [event, ...others] = eventsOf(calendarOf(job));
    expect(others).toEqual([]);
    expect(event!.summary).toBe('Test button of RCD 1, Skerry; Light, "north"\nlamp');
    expect(event!.startDate.toString()).toBe('2027-02-28');
    expect(event!.startDate.isDate).toBe(true);
    expect(event!.endDate.toString()).toBe('2027-03-01');
    expect(event!.uid).toBe('buttons-2027-02-28@skerry-light.isotrip');
    const [alarm] = event!.component.getAllSubcomponents('valarm');
    expect(String(alarm!.getFirstPropertyValue('trigger'))).toBe('-P7D');
  });
  it('of nothing due is a calendar all the same', () => {
    expect(eventsOf(calendarOf({ ...demo('kiln-house'), name: 'A\nB' }))).toEqual([]);
  });
});
