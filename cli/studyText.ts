import type { Fix } from '../core/fixes/fixes';
import { PACKS } from '../core/job/packs';
import { type Dialect, packName, questionWords, VERDICT_WORDS } from '../core/job/terms';
import type { AcceptanceState } from '../core/judging/answer';
import { figuresText } from '../core/judging/figures';
import { figure } from '../core/judging/judge';
import type { DemandStudy } from '../core/reports/demand';
import type { RequiredStudy } from '../core/reports/required';
import type { CircuitStudy, Study } from '../core/study/study';

/** Who took on a finding, when and why, and whether that still holds. */
function standingText({ kind, acceptance: { by, on, reason } }: Exclude<AcceptanceState, { kind: 'open' }>): string {
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
  for (const circuit of study.circuits)
    lines.push(
      '',
      ...circuitText(
        circuit,
        PACKS[study.job.pack].dialect,
        fixes.filter((each) => each.circuitId === circuit.circuitId),
      ),
    );
  const advice = study.advice.filter(({ standing }) => standing.kind !== 'accepted');
  if (advice.length > 0) lines.push('', 'Advice: recommended, not required');
  for (const { circuit, said, rule } of advice) lines.push(`  ${circuit}: ${said} (${rule})`);
  for (const demand of demands) lines.push('', ...demandText(demand));
  lines.push('', 'Required, not found');
  for (const { verdict, what, rule } of wanted) lines.push(`  ${VERDICT_WORDS[verdict].padEnd(15)}${what} (${rule})`);
  lines.push(`  not assessed: ${notAssessed.join('; ')}`);
  lines.push('', 'Isotrip advises; it certifies nothing. Local code and the authority having jurisdiction decide.', '');
  return lines.join('\n');
}

/** A circuit with its eight answers, what was taken on of each, and what was tried for it. */
function circuitText(circuit: CircuitStudy, dialect: Dialect, fixes: readonly Fix[]): string[] {
  const deep = ' '.repeat(17);
  return [
    `${circuit.number} ${circuit.name}: ${VERDICT_WORDS[circuit.verdict]}`.trim(),
    ...circuit.answers.flatMap(({ question, verdict, head }) => [
      `  ${VERDICT_WORDS[verdict].padEnd(15)}${questionWords(question).padEnd(34)}${figuresText(head, dialect) ?? ''}`.trimEnd(),
      ...(verdict === 'pass' ? [] : [`${deep}${head.because} ${head.rule === '' ? '' : `(${head.rule})`}`.trimEnd()]),
      ...circuit.findings.flatMap(({ question: of, check, standing }) =>
        of === question && standing.kind !== 'open' ? [`${deep}${check}: ${standingText(standing)}`] : [],
      ),
      ...fixes.flatMap(({ question: of, command, improves, worsens }) =>
        of === question ? [`${deep}tried: ${command.label} · improves ${improves.length}, worsens ${worsens.length}`] : [],
      ),
    ]),
  ];
}

/** What a board is asked for, line by line. */
function demandText({ board, calculation, missing, ratedA, legs }: DemandStudy & { board: string }): string[] {
  if (calculation === null) return [`Demand of ${board}: unknown`, ...missing.map(({ what }) => `  missing: ${what}`)];
  const { lines, unit, total, fullestA } = calculation;
  const against = ratedA === null ? '' : ` / ${figure(ratedA)}`;
  return [
    `Demand of ${board}: ${unit === 'VA' ? `${Math.round(total)} VA, ` : ''}${figure(fullestA)}${against} A${unit === 'VA' ? ' on the heavier leg' : ''}`,
    ...lines.map(({ what, factor, connected, demand, rule }) => {
      const counted = demand === null ? 'counted below' : `${figure(demand)} ${unit}`;
      return `  ${what}: ${figure(connected)} ${unit}, ${factor}: ${counted} (${rule})`;
    }),
    ...(legs.length > 1 ? [`  ${legs.map(({ line, currentA }) => `${line} ${figure(currentA)} A`).join(', ')}`] : []),
  ];
}
