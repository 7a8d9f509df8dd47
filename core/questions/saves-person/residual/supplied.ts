import type { CircuitFacts } from '../../../house/facts';
import { ifEntered, join } from '../../../job/known';
import type { Device } from '../../../job/sealed';
import type { Check } from '../../../judging/answer';
import { notApplicable, ruled, unknownCheck } from '../../../judging/judge';
import { keyed } from '../../../judging/keys';
import { clause } from '../../../rules/clauses';
import { residualDevices } from './types';

/**
 * Residual devices whose electronics live on the voltage of the line: with the neutral ahead of them lost they are dead and their lines
 * live, unless their functional-earth lead keeps them alive; and monitors, which are no protection where they only alarm.
 */
export function suppliedChecks(facts: CircuitFacts): Check[] {
  const { wiring } = facts;
  const monitors = [...wiring.groupDevices, ...wiring.startDevices, ...wiring.pointDevices];
  return [
    ...residualDevices(facts).flatMap(({ device }) => keptAlive(facts, device)),
    ...monitors.flatMap(({ id, name, settings }) =>
      settings.family === 'monitor' && settings.watches === 'earth-leakage' && !settings.opens
        ? [notApplicable(keyed('monitor', id), name, 'alarms and opens nothing: it counts for no protection')]
        : [],
    ),
  ];
}

function keptAlive({ job }: CircuitFacts, device: Device): Check[] {
  const { settings, id, name } = device;
  const residual = 'residual' in settings ? settings.residual : undefined;
  if (residual === undefined) return [];
  const path = `devices.${id}.settings.residual`;
  const dependent = ifEntered(residual.voltageDependent, `${path}.voltageDependent`, `whether ${name} needs the line voltage`);
  const earth = ifEntered(residual.functionalEarth, `${path}.functionalEarth`, `functional-earth lead of ${name}`);
  const rule = clause(job.pack, 'residualSupply');
  const title = `${name} without neutral`;
  const check = keyed('alive', id);
  const given = join(dependent.given, earth.given);
  if (earth.value === 'loose')
    return [ruled(check, title, 'stop', 'its functional-earth lead is loose: no protection if the neutral is lost', rule, given)];
  if (dependent.value !== true) return [];
  if (earth.value === undefined)
    return [unknownCheck(check, title, [{ path: `${path}.functionalEarth`, what: `functional-earth lead of ${name}` }])];
  return earth.value === 'landed'
    ? [ruled(check, title, 'pass', 'works by its functional-earth lead', rule, given)]
    : [
        ruled(
          check,
          title,
          'caution',
          'needs line and neutral: no protection if the neutral ahead of it is lost, while the line stays live',
          rule,
          given,
        ),
      ];
}
