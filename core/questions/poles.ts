import { opensOnOvercurrent } from '../devices/bands';
import { hasResidual } from '../devices/residual';
import type { CircuitFacts, Seated } from '../house/facts';
import type { Device } from '../job/sealed';
import type { Check } from '../judging/answer';
import { ruled, unknownCheck } from '../judging/judge';
import { type CheckName, keyed } from '../judging/keys';
import { fusesNeutral, linesOpened, opensNeutral } from '../network/poles';
import { clause } from '../rules/clauses';
import { rulesOf } from '../rules/packs';
import { POLE_RULES, type PolePlace, type PoleRule, type PoleSubject } from '../rules/poleRules';

/** A device that opens fewer lines than its circuit has leaves one of them without protection, and live when it has opened. */
export function leavesALine({ job, poles }: CircuitFacts, device: Device, id: CheckName, title: string): Check | undefined {
  const opened = linesOpened(device);
  if (!poles.known || opened >= poles.value.lines) return undefined;
  const sits = device.lines.length === 1 ? `${device.name} is on ${device.lines[0]} alone and opens` : `${device.name} opens`;
  const words = `${sits} ${opened} of ${poles.value.lines} lines: the rest is without protection and stays live`;
  return ruled(id, title, 'stop', words, clause(job.pack, 'everyLine'));
}

/**
 * The poles of every device of a circuit by the rules on them: a line without one, a fuse or a pole where none may be, a neutral
 * left closed that has to open. Nothing is said of a set that is right.
 */
export const polesChecks = (facts: CircuitFacts): Check[] =>
  facts.own.flatMap((seated) => POLE_RULES.flatMap((rule) => poleCheck(facts, seated, rule) ?? []));

function poleCheck(facts: CircuitFacts, seated: Seated, rule: PoleRule): Check | undefined {
  const { device } = seated;
  if (!rule.of.some((subject) => isOf(device, subject)) || asWanted(facts, device, rule)) return undefined;
  const first = device === facts.protective && rule.wants === 'lines';
  const id = first ? keyed('lines') : keyed('poles', rule.id, device.id);
  if (rule.wants === 'lines') return leavesALine(facts, device, id, `Every line through ${device.name}`);
  const there = binds(facts, seated, rule.where);
  const title = `Neutral through ${device.name}`;
  if (there === undefined) return facts.isTT.known ? undefined : unknownCheck(id, title, facts.isTT.missing);
  return there
    ? ruled(id, title, rule.otherwise, SAID[rule.wants](device, rule.why), clause(facts.job.pack, rule.clause))
    : undefined;
}

const SAID: Readonly<Record<Exclude<PoleRule['wants'], 'lines'>, (device: Device, why: string) => string>> = {
  neutral: ({ name }, why) => `${name} leaves the neutral closed: ${why}`,
  'no-fuse': ({ name }, why) => `${name} has a fuse in the neutral: ${why}`,
  'no-neutral': ({ name }, why) => `${name} opens a conductor that is the earth as well: ${why}`,
};

function isOf({ settings, ...device }: Device, subject: PoleSubject): boolean {
  if (subject === 'overcurrent') return opensOnOvercurrent(settings);
  if (subject === 'residual') return 'poles' in settings && hasResidual({ settings, ...device });
  return settings.family === subject || (settings.family === 'switch' && settings.duty === subject);
}

/** Whether a device has the poles a rule wants, wherever that binds. */
function asWanted({ poles }: CircuitFacts, device: Device, { wants }: PoleRule): boolean {
  if (wants === 'no-fuse') return !fusesNeutral(device);
  if (wants === 'no-neutral') return !opensNeutral(device);
  // Without a neutral there is none to open; where it is not known whether there is one, its poles are unknown already.
  return wants === 'neutral' && (opensNeutral(device) || !poles.known || !poles.value.neutral);
}

/** @returns undefined where nobody has said how earth faults come home; asked once, with the rule on the soil */
function binds({ job, isTT: tt, wiring, system }: CircuitFacts, seated: Seated, where: PolePlace): boolean | undefined {
  const rules = rulesOf(job.pack);
  if (where === 'everywhere') return true;
  if (where === 'household') return rules.householdMain && system === 1;
  if (where === 'pen') {
    if (job.dialect === 'nec' || seated.seat === 'end') return false;
    const first = wiring.stretches.find(({ spur }) => !spur);
    return first?.facts.returnPath.known === true && first.facts.returnPath.value === 'pen';
  }
  if (where === 'tn') return !rules.neutralAtEarth && tt.known && !tt.value;
  return tt.known ? tt.value : undefined;
}
