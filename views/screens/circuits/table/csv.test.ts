import { parse } from 'papaparse';
import { describe, expect, it } from 'vitest';
import { demo } from '@/core/testing/demos';
import { csvOf } from './csv';

const rowsOf = (text: string) => parse<Record<string, string>>(text.slice(1), { header: true }).data;

describe('the table as CSV', () => {
  it('has a head and a line for each circuit, as they are shown, and reads back', () => {
    const job = demo('bindery-yard');
    const text = csvOf(job, [job.circuits.hob!, job.circuits.press!]);
    expect(text.charCodeAt(0)).toBe(0xfeff);
    const rows = rowsOf(text);
    expect(rows).toHaveLength(2);
    expect(rows[1]).toMatchObject({
      'No.': 'Y2',
      Name: 'Heated press',
      Board: 'Yard board',
      Line: '4 mm²',
      Curve: 'C',
      Rating: '20 A',
    });
  });

  it('says what is assumed and what is unknown', () => {
    const { circuits, ...job } = demo('kiln-house');
    const rows = rowsOf(csvOf({ circuits, ...job }, [circuits.loft!, circuits.bath!]));
    expect(rows[0]!.Length).toMatch(/ ft \?$/);
    expect(rows[1]!.Interrupting).toBe('unknown');
  });

  it('runs nothing in a spreadsheet, keeps commas, quotes and lines, and leaves negative figures as they are', () => {
    const job = demo('bindery-yard');
    const named = (name: string) => {
      const circuit = { ...job.circuits.hob!, name };
      return rowsOf(csvOf(job, [circuit]))[0]!.Name;
    };
    for (const name of ['=1+1', '+1', '@SUM(A1)', '-2+3|cmd', '\t=1', '\r=1', '-A1', '-', '-5 °C', '-5 +cmd|x'])
      expect(named(name)).toBe(`'${name}`);
    for (const name of ['-5', '-1,5', 'a=b', 'Sink, "left"\nand right']) expect(named(name)).toBe(name);
  });
});
