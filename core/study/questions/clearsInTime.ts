import { currentWithin, timeAt } from '../../curves/edge';
import { isBreaker, overcurrentBand } from '../../devices/bands';
import { generalResidualSlow, RESIDUAL_SOURCE } from '../../devices/residual';
import { all, andThen, known, type Maybe, need, unknown } from '../../job/known';
import type { Device } from '../../job/schema/device';
import type { Fault } from '../../network/faults';
import { DISCONNECTION_SOURCE, disconnectionTimeS } from '../../tables/disconnection';
import type { Source } from '../../tables/source';
import type { Answer, Check } from '../answer';
import type { CircuitFacts } from '../facts';
import { answer, type Comparison, figure, holds, judge, line, unknownCheck } from '../judge';
import { faultLine } from './breaksFault';

const RULE: Source = { standard: 'IEC 60364-4-41', edition: '2005+A1:2017', clause: '411.4.4', basis: 'memory' };

/** Compares the least earth fault at the farthest point with what makes some device on the way open in time. */
export function clearsInTime(facts: CircuitFacts): Answer {
  const { circuit, path, network, chain, job } = facts;
  const title = 'Earth fault at the farthest point';
  const allowedS = disconnectionTimeS(job.supply.u0V, job.supply.earthing === 'TT', circuit.kind !== 'final');
  if (allowedS === undefined)
    return answer('clears-in-time', [
      unknownCheck('time', title, [{ path: 'supply.u0V', what: `a disconnection time for ${job.supply.u0V} V` }]),
    ]);
  const fault = path.known ? network.leastFault(path.value, 'L-PE') : path;
  const clearing =
    circuit.kind === 'final' ? chain : chain.filter(({ device, wiring }) => wiring !== facts.wiring || device.seat === 'start');
  const ways = clearing.flatMap(({ device }) => waysToClear(device, fault, allowedS));
  const best = bestOf(ways);
  if (best === undefined)
    return answer('clears-in-time', [
      fault.known
        ? unknownCheck('device', title, [
            { path: `circuits.${circuit.id}`, what: `an overcurrent device ahead of ${circuit.name}` },
          ])
        : unknownCheck('fault', title, fault.missing),
    ]);
  return answer('clears-in-time', [best]);
}

/**
 * One device that clears is enough, so the best way decides, preferring the nearest device that passes.
 * Where none passes, an unknown way stays unknown: it might be the one that clears.
 */
function bestOf(ways: Check[]): Check | undefined {
  const nearestFirst = [...ways].reverse();
  const goodness = ['pass', 'caution', 'unknown', 'stop'];
  for (const verdict of goodness) {
    const found = nearestFirst.find((way) => way.verdict === verdict);
    if (found !== undefined) return found;
  }
  return undefined;
}

/** Every means by which a device may clear the fault: its overcurrent part, and its residual part if it has one. */
function waysToClear(device: Device, fault: Maybe<Fault>, allowedS: number): Check[] {
  const ways = [judge(`overcurrent:${device.id}`, `${device.name} by overcurrent`, byOvercurrent(device, fault, allowedS))];
  if (isBreaker(device.settings) && device.settings.family === 'rcbo')
    ways.push(judge(`residual:${device.id}`, `${device.name} by residual current`, byResidual(device, fault, allowedS)));
  return ways;
}

/** Zs ≤ U/Ia, Ia being the surest current: the upper instantaneous bound, or where the slow edge meets the time. */
function byOvercurrent(device: Device, fault: Maybe<Fault>, allowedS: number): Maybe<Comparison> {
  return andThen(all({ fault, band: overcurrentBand(device, 'standard') }), ({ fault: least, band }): Maybe<Comparison> => {
    const iaA = currentWithin(band.slow, allowedS);
    if (iaA === undefined) return unknown(`devices.${device.id}`, `${device.name}: no current opens it within ${allowedS} s`);
    const limitOhm = least.emfV / iaA;
    const bound = band.instantaneous;
    return known({
      demand: least.loopOhm,
      limit: limitOhm,
      unit: 'Ω',
      rule: RULE,
      grade: 'standard',
      capGuesses: true,
      because: `${figure(least.currentA)} A flow, hot; ${device.name} surely opens within ${allowedS} s at ${figure(iaA)} A`,
      working: () => [
        faultLine(least),
        line('longest time allowed', `U0 line to earth`, `${allowedS} s`, DISCONNECTION_SOURCE),
        line(
          bound !== undefined && iaA === bound.upperA ? 'Ia = upper instantaneous bound' : `Ia = slow edge at ${allowedS} s`,
          device.name,
          `${figure(iaA)} A`,
          band.sources[0]!,
        ),
        line(
          'Zs ≤ U/Ia',
          `${figure(least.loopOhm)} ≤ ${figure(least.emfV)} / ${figure(iaA)} = ${figure(limitOhm)}`,
          holds(least.loopOhm, limitOhm),
          RULE,
        ),
      ],
    });
  });
}

/** The residual part alone: its slow edge read at the fault current. Delayed devices are not assessed yet. */
function byResidual(device: Device, fault: Maybe<Fault>, allowedS: number): Maybe<Comparison> {
  const { settings, id, name } = device;
  if (settings.family !== 'rcbo') return unknown(`devices.${id}`, `${name} has no residual part`);
  const path = `devices.${id}.settings.residual`;
  const facts = all({
    least: fault,
    sensitivityA: need(settings.residual.sensitivityA, `${path}.sensitivityA`, `sensitivity of ${name}`),
    delay: need(settings.residual.delay, `${path}.delay`, `delay of ${name}`),
  });
  return andThen(facts, ({ least, sensitivityA, delay }): Maybe<Comparison> => {
    if (delay === 'S') return unknown(`${path}.delay`, `${name}: delayed residual devices are not assessed yet`);
    const timeS = timeAt(generalResidualSlow(sensitivityA), least.currentA);
    return known({
      demand: timeS,
      limit: allowedS,
      unit: 's',
      rule: DISCONNECTION_SOURCE,
      capGuesses: true,
      because: `${figure(least.currentA)} A flow, hot; its residual part opens within ${figure(timeS)} s`,
      working: () => [
        faultLine(least),
        line(
          't = residual slow edge',
          `${figure(least.currentA)} A at IΔn ${figure(sensitivityA * 1000)} mA`,
          `${figure(timeS)} s`,
          RESIDUAL_SOURCE,
        ),
        line('t ≤ longest time', `${figure(timeS)} ≤ ${allowedS}`, holds(timeS, allowedS), DISCONNECTION_SOURCE),
      ],
    });
  });
}
