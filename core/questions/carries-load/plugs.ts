import { CONTACTS, plugFits } from '../../facts/configurations';
import type { CircuitFacts } from '../../house/facts';
import { all, map } from '../../job/known';
import { factOf } from '../../job/readers';
import type { Load, Point } from '../../job/sealed';
import type { Check } from '../../judging/answer';
import { type Comparison, figure, holds, judge, line, unknownCheck } from '../../judging/judge';
import { keyed } from '../../judging/keys';
import { loadLines } from '../../loads/lines';
import { lineVoltageV } from '../../network/states';
import { clause } from '../../rules/clauses';

/** Two things that have to go together, compared as such: nothing to spare, nothing beyond. */
const together = (
  fits: boolean,
  comparison: Pick<Comparison, 'rule' | 'because'>,
  formula: string,
  values: string,
): Comparison => ({
  ...comparison,
  demand: fits ? 0 : 1,
  limit: 0,
  unit: '',
  of: 'whether',
  secondary: true,
  working: () => [line(formula, values, fits ? 'holds' : 'does not hold', comparison.rule)],
});

/** Whether what is plugged in fits the outlet it is at, and takes the voltage its circuit gives. */
export function plugChecks(facts: CircuitFacts): Check[] {
  return [
    ...facts.house.socketsOf(facts.circuit.id).flatMap((socket) => contactsCheck(facts, socket)),
    ...facts.loads.flatMap((load) => [...plugCheck(facts, load), ...voltageCheck(facts, load), ...plateCheck(facts, load)]),
  ];
}

/** The contacts of an outlet against what reaches it: the lines they join, and the neutral where they have one. */
function contactsCheck({ job, poles }: CircuitFacts, point: Point): Check[] {
  if (point.configuration === undefined) return [];
  const rule = clause(job.pack, 'plugFits');
  const parts = all({ contacts: factOf('points', point, 'configuration'), given: poles });
  const comparison = map(parts, ({ contacts, given: { lines, neutral } }): Comparison => {
    const { label, between } = CONTACTS[contacts];
    const { lines: wanted, neutral: wantsNeutral } = NEEDS[between];
    // Two lines without a neutral put the voltage between them on contacts made for one line.
    const reaches = lines >= wanted && (neutral || !wantsNeutral);
    // Without a ground contact it may only stand where it stood (250.140, 406.4).
    const bare = contacts.startsWith('10-') && point.state !== 'existing';
    const there = `${lines} line${lines > 1 ? 's' : ''}${neutral ? ' and a neutral' : ', no neutral'}`;
    const need = `${wanted} line${wanted > 1 ? 's' : ''}${wantsNeutral ? ' and a neutral' : ''}`;
    const because = bare ? 'has no ground contact: none may be put in anew' : `needs ${need}; its circuit has ${there}`;
    return together(
      reaches && !bare,
      { rule, because: () => `${label} ${because}` },
      'the circuit has what the contacts want',
      there,
    );
  });
  return [judge(keyed('contacts', point.id), `Contacts of ${point.name}`, comparison)];
}
/** What each arrangement of contacts wants of its circuit. */
const NEEDS = {
  line: { lines: 1, neutral: true },
  'line-line': { lines: 2, neutral: false },
  both: { lines: 2, neutral: true },
  'three-phase': { lines: 3, neutral: true },
} as const;

/** A plug in its outlet: asked as soon as the plug is said. */
function plugCheck({ job }: CircuitFacts, load: Load): Check[] {
  const point = job.points[load.pointId ?? ''];
  if (point === undefined || point.state === 'removed' || point.kind !== 'socket' || load.plug === undefined) return [];
  const rule = clause(job.pack, 'plugFits');
  // An outlet of another circuit says nothing of what hangs on this one.
  if (point.circuitId !== load.circuitId)
    return [
      unknownCheck(keyed('plug', load.id), `Plug of ${load.name}`, [
        { path: `loads.${load.id}.pointId`, what: `the outlet of ${load.name}` },
      ]),
    ];
  const parts = all({ plug: factOf('loads', load, 'plug'), outlet: factOf('points', point, 'configuration') });
  const comparison = map(parts, ({ plug, outlet }): Comparison => {
    const fits = plugFits(plug, outlet);
    const words = `plug ${CONTACTS[plug].label}, outlet ${CONTACTS[outlet].label}`;
    return together(fits, { rule, because: () => `${load.name} at ${point.name}: ${words}` }, 'the plug fits the outlet', words);
  });
  return [judge(keyed('plug', load.id), `Plug of ${load.name}`, comparison)];
}

/** On a split-phase supply: between a line and the neutral, or between the lines. */
function voltageCheck({ job, circuit, loads, poles }: CircuitFacts, load: Load): Check[] {
  if (job.supply.voltageSystem !== 'split-phase' || load.voltages === undefined) return [];
  const rule = clause(job.pack, 'plugFits');
  const parts = all({ takes: factOf('loads', load, 'voltages'), given: poles, on: loadLines(circuit, loads, load, poles) });
  const comparison = map(parts, ({ takes, given, on }): Comparison => {
    // Where nobody said on which lines it hangs, those its circuit has can be had.
    const { lines, neutral } = on.unsaid === undefined ? { lines: on.poles.lines, neutral: on.poles.lines === 1 } : given;
    const fits = takes === 'either' || (takes === 'line' ? neutral : lines > 1);
    const volts = `${takes === 'line' ? job.supply.u0V : 2 * job.supply.u0V} V`;
    const gives = lines > 1 ? (neutral ? 'two lines and a neutral' : 'two lines, no neutral') : 'one line and the neutral';
    return together(
      fits,
      {
        rule,
        because: () =>
          `${load.name} is rated ${takes === 'either' ? `${job.supply.u0V} or ${2 * job.supply.u0V} V` : volts}; its circuit has ${gives}`,
      },
      'the circuit gives the voltage it takes',
      gives,
    );
  });
  return [judge(keyed('load-voltage', load.id), `Voltage of ${load.name}`, comparison)];
}

/** What its plate says against what it gets: well above it is the wrong voltage, whatever it draws. */
function plateCheck({ job, circuit, loads, poles }: CircuitFacts, load: Load): Check[] {
  if (load.plateV === undefined) return [];
  const rule = clause(job.pack, 'plugFits');
  const parts = all({ plateV: factOf('loads', load, 'plateV'), on: loadLines(circuit, loads, load, poles) });
  const comparison = map(parts, ({ plateV, on }): Comparison => {
    const demand = on.poles.lines === 1 ? job.supply.u0V : lineVoltageV(job.supply);
    const limit = PLATE_TIMES * plateV;
    return {
      demand,
      limit,
      unit: 'V',
      of: ['connectedV', 'plateV'],
      rule,
      secondary: true,
      because: () => `rated ${plateV} V`,
      working: () => [line('U ≤ 1.1 · plate voltage', `${demand} ≤ ${figure(limit)}`, holds(demand, limit), rule)],
    };
  });
  return [judge(keyed('plate', load.id), `Plate of ${load.name}`, comparison)];
}
/** Over its plate an appliance is made to stand this many times (IEC 60038: a supply within a tenth). */
const PLATE_TIMES = 1.1;
