import type { Fix } from '../core/fixes/fixes';
import { packName, questionWords, VERDICT_WORDS } from '../core/job/terms';
import type { Answer, Standing } from '../core/judging/answer';
import { figure } from '../core/judging/judge';
import type { DemandStudy } from '../core/reports/demand';
import type { RequiredStudy } from '../core/reports/required';
import type { Study } from '../core/study/study';

/** Demand over limit, always in that order. */
function amount({ head: { demand, limit, unit } }: Answer): string {
  return demand === null || limit === null ? '' : `${figure(demand)} / ${figure(limit)} ${unit}`;
}

/** Who took on a finding, when and why, and whether that still holds. */
function standingText({ kind, acceptance: { by, on, reason } }: Exclude<Standing, { kind: 'open' }>): string {
  return `${kind === 'accepted' ? 'accepted' : 'open again, was accepted'} by ${by}, ${on}: ${reason}`;
}

/** A study as plain text: counts, every circuit's eight answers, fixes under the answer they mend. */
export function studyText(
  study: Study,
  fixes: (Fix & { circuitId: string })[],
  demands: readonly (DemandStudy & { board: string })[],
  { wanted, notAssessed }: RequiredStudy,
): string {
  const lines = [
    `${study.job.name} · ${packName(study.job.pack)}`,
    Object.entries(study.counts)
      .map(([verdict, count]) => `${count} ${VERDICT_WORDS[verdict as keyof typeof VERDICT_WORDS]}`)
      .join(', '),
  ];
  for (const circuit of study.circuits) {
    lines.push('', `${circuit.number} ${circuit.name}: ${VERDICT_WORDS[circuit.verdict]}`.trim());
    for (const answer of circuit.answers) {
      lines.push(
        `  ${VERDICT_WORDS[answer.verdict].padEnd(15)}${questionWords(answer.question).padEnd(34)}${amount(answer)}`.trimEnd(),
      );
      if (answer.verdict !== 'pass')
        lines.push(`${' '.repeat(17)}${answer.head.because}${answer.head.rule === '' ? '' : ` (${answer.head.rule})`}`);
      for (const { question, check, standing } of circuit.findings)
        if (question === answer.question && standing.kind !== 'open')
          lines.push(`${' '.repeat(17)}${check}: ${standingText(standing)}`);
      for (const fix of fixes.filter((each) => each.circuitId === circuit.circuitId && each.question === answer.question))
        lines.push(
          `${' '.repeat(17)}tried: ${fix.command.label} · improves ${fix.improves.length}, worsens ${fix.worsens.length}`,
        );
    }
  }
  for (const demand of demands) lines.push('', ...demandText(demand));
  lines.push('', 'Missing in this dwelling');
  for (const { verdict, what, rule } of wanted) lines.push(`  ${VERDICT_WORDS[verdict].padEnd(15)}${what} (${rule})`);
  lines.push(`  not assessed: ${notAssessed.join('; ')}`);
  lines.push('', 'Isotrip advises; it certifies nothing. Local code and the authority having jurisdiction decide.', '');
  return lines.join('\n');
}

/** What a board is asked for, line by line. */
function demandText({ board, calculation, missing, ratedA, legs }: DemandStudy & { board: string }): string[] {
  if (calculation === null) return [`Demand of ${board}: unknown`, ...missing.map(({ what }) => `  missing: ${what}`)];
  const { lines, unit, total, fullestA } = calculation;
  const against = ratedA === null ? '' : ` / ${figure(ratedA)}`;
  return [
    `Demand of ${board}: ${unit === 'VA' ? `${Math.round(total)} VA, ` : ''}${figure(fullestA)}${against} A${unit === 'VA' ? ' on the fuller leg' : ''}`,
    ...lines.map(({ what, factor, connected, demand, rule }) => {
      const counted = demand === null ? 'counted below' : `${figure(demand)} ${unit}`;
      return `  ${what}: ${figure(connected)} ${unit}, ${factor}: ${counted} (${rule})`;
    }),
    ...(legs.length > 1 ? [`  ${legs.map(({ line, currentA }) => `${line} ${figure(currentA)} A`).join(', ')}`] : []),
  ];
}
