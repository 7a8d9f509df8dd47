import { ratedCurrent } from '../../devices/bands';
import { all, type Maybe, map, need, unknown } from '../../job/known';
import type { Device } from '../../job/schema/device';
import type { Source } from '../../tables/source';
import type { Answer, Check } from '../answer';
import { type CircuitFacts, unassessedDevices } from '../facts';
import { answer, figure, holds, judge, line, notAssessed, unknownCheck } from '../judge';

const RULE: Source = { standard: 'IEC 60364-4-43', edition: '2008', clause: '433.1 (1)', basis: 'memory' };
const FACTOR: Source = {
  standard: 'IEC 61439-3',
  edition: '2012',
  clause: 'rated diversity factor of the assembly',
  basis: 'memory',
};
const SWITCH: Source = {
  standard: 'IEC 60364-5-53',
  edition: '2019',
  clause: '536.4.3, coordination of switches with overload protection',
  basis: 'memory',
};
const PLATE: Source = { standard: 'as entered', edition: '', clause: '', basis: 'published' };

/** Compares the design current with what each of the circuit's overcurrent devices may carry where it sits. */
export function carriesLoad(facts: CircuitFacts): Answer {
  const { circuit, own, design } = facts;
  const checks = own.map(({ device }) =>
    judge(
      `carries:${device.id}`,
      `Design current through ${device.name}`,
      map(
        all({ design, ratedA: ratedCurrent(device), factor: deviceFactor(facts, device) }),
        ({ design: ib, ratedA, factor }) => ({
          demand: ib.ibA,
          limit: ratedA * factor,
          unit: 'A',
          rule: RULE,
          because: `${figure(ib.ibA)} A through ${figure(ratedA)} A${factor === 1 ? '' : ` × ${figure(factor)}`}`,
          working: () => [
            line(ib.formula, ib.values(), `${figure(ib.ibA)} A`, PLATE),
            line('In · factor of the board', `${figure(ratedA)} · ${figure(factor)}`, `${figure(ratedA * factor)} A`, FACTOR),
            line('Ib ≤ In · factor', `${figure(ib.ibA)} ≤ ${figure(ratedA * factor)}`, holds(ib.ibA, ratedA * factor), RULE),
          ],
        }),
      ),
    ),
  );
  for (const device of facts.wiring.endDevices) if (device.settings.family === 'switch') checks.push(switchRating(facts, device));
  if (own.length === 0)
    checks.push(
      unknownCheck('device', 'Overcurrent device', [
        { path: `circuits.${circuit.id}`, what: `an overcurrent device for ${circuit.name}` },
      ]),
    );
  for (const device of unassessedDevices(facts))
    checks.push(
      notAssessed(`carries:${device.id}`, `Load through ${device.name}`, `${device.name}: this family is not assessed yet`),
    );
  return answer('carries-load', checks);
}

/** A switch carries what the overcurrent device ahead of it lets pass: its rating is at least that device's. */
function switchRating({ protective, circuit }: CircuitFacts, device: Device): Check {
  const ahead =
    protective === undefined
      ? unknown(`circuits.${circuit.id}`, `an overcurrent device ahead of ${device.name}`)
      : ratedCurrent(protective);
  const own =
    device.settings.family === 'switch'
      ? need(device.settings.ratingA, `devices.${device.id}.settings.ratingA`, `rating of ${device.name}`)
      : ahead;
  return judge(
    `carries:${device.id}`,
    `Rating of ${device.name}`,
    map(all({ ahead, own }), (parts) => ({
      demand: parts.ahead,
      limit: parts.own,
      unit: 'A',
      rule: SWITCH,
      because: `rating of the device ahead of ${device.name}`,
      working: () => [
        line(
          'In ahead ≤ In of the switch',
          `${figure(parts.ahead)} ≤ ${figure(parts.own)}`,
          holds(parts.ahead, parts.own),
          SWITCH,
        ),
      ],
    })),
  );
}

/** The device's own factor, else its board's. Without either it is not known how much of the rating is left. */
function deviceFactor(facts: CircuitFacts, device: Device): Maybe<number> {
  const { settings } = device;
  if ((settings.family === 'mcb' || settings.family === 'rcbo') && settings.ownFactor !== undefined)
    return need(settings.ownFactor, `devices.${device.id}.settings.ownFactor`, `own factor of ${device.name}`);
  const boardId = device.seat === 'end' ? facts.circuit.toBoardId : facts.circuit.fromBoardId;
  if (boardId === undefined)
    return need({ value: 1, from: 'stated' }, `devices.${device.id}`, `${device.name} outside a board, at its rating`);
  const board = facts.job.boards[boardId];
  if (board === undefined) return unknown(`devices.${device.id}`, `board of ${device.name}`);
  return need(board.deviceFactor, `boards.${boardId}.deviceFactor`, `device factor of ${board.name}`);
}
