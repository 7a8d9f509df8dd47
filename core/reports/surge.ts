import { surgeStages } from '../house/surge';
import type { Missing } from '../job/known';
import type { Job } from '../job/schema/job';
import { type Verdict, worstVerdict } from '../judging/answer';
import { saidOf } from '../judging/figures';
import { doublingCounts, levelOf, withstand } from '../questions/rides-surge/ridesSurge';
import type { Study } from '../study/study';
import { leadVolts } from '../surge/lead';
import { DOUBLED_FROM_M, PROTECTED_SHARE, WITHSTAND_KV } from '../tables/surge';
import { deviceLabel } from './chart';

/** A surge device as a stage on the way of a circuit. */
export interface ShownStage {
  deviceId: string;
  name: string;
  label: string;
  at: 'lead' | 'board' | 'outlet';
  /** The board it stands in, or the outlet. */
  place: string;
  verdict: Verdict;
  upKv: number | null;
  leadM: number | null;
  /** What its leads add, by each current they are stated at, V. */
  leads: { id: string; says: string; volts: number }[];
  /** Level with its leads, before and after the way to the equipment, kV. */
  levelKv: number | null;
  atEquipmentKv: number | null;
  /** Cable to the far end of the circuit, m. */
  distanceM: number | null;
  doubled: boolean;
  /** It may double on the way, which is advice here. */
  mayDouble: boolean;
  failed: boolean;
}
export interface SurgeStudy {
  verdict: Verdict;
  need: { verdict: Verdict; because: string; rule: string; missing: readonly Missing[] };
  originId: string | null;
  circuitId: string;
  circuit: string;
  /** What comes in, and what the equipment stands, kV. */
  incomingKv: number;
  stands: { kV: number; what: string };
  stages: ShownStage[];
  /** What is judged of the devices and of what they leave. */
  checks: {
    id: string;
    deviceId: string | null;
    title: string;
    verdict: Verdict;
    because: string;
    rule: string;
    missing: readonly Missing[];
  }[];
  /** Every final circuit, with its answer and the surge at its equipment, kV. */
  circuits: { circuitId: string; name: string; verdict: Verdict; kV: number | null; limitKv: number | null }[];
}

/** Surge devices on the way of a circuit, what each leaves, and every circuit beside each other. */
export function surgeStudy(job: Job, study: Study, circuitId: string): SurgeStudy | null {
  const own = study.circuits.find((each) => each.circuitId === circuitId);
  if (own === undefined) return null;
  const { facts } = own;
  const found = surgeStages(facts);
  const answer = own.answers.find(({ question }) => question === 'rides-surge')!;
  const need = answer.checks.find(({ id }) => id === 'surge-need')!;
  const doubles = doublingCounts(facts);
  const service = facts.path.known ? facts.path.value[0]!.circuit : undefined;
  return {
    verdict: worstVerdict(study.circuits.map((circuit) => circuit.verdictOf('rides-surge'))),
    need: { verdict: need.verdict, because: need.because, rule: need.rule, missing: need.missing },
    originId: service?.fromOriginId ?? null,
    circuitId,
    circuit: `${own.number} ${own.name}`.trim(),
    incomingKv: WITHSTAND_KV[job.supply.u0V > 150 ? '230/400' : '120/240'].IV,
    stands: withstand(facts).value,
    stages: (found.known ? found.value : []).map((stage): ShownStage => {
      const row = job.devices[stage.device.id]!;
      const level = levelOf(stage);
      const far = stage.distanceM.known && stage.distanceM.value > DOUBLED_FROM_M;
      const settings = row.settings.family === 'spd' ? row.settings : undefined;
      const board = job.boards[stage.seated.wiring.circuit.toBoardId ?? ''];
      return {
        deviceId: row.id,
        name: row.name,
        at: stage.at,
        label: labelOf(row),
        place: stage.at === 'outlet' ? (job.points[row.pointId ?? '']?.name ?? '') : (board?.name ?? ''),
        verdict: worstVerdict(answer.checks.filter(({ name }) => name.of('device') === row.id).map(({ verdict }) => verdict)),
        upKv: settings?.upKv?.value ?? null,
        leadM: settings?.leadM?.value ?? null,
        leads: leadVolts(settings?.leadM?.value ?? 0),
        levelKv: level.known ? level.value.upKv + level.value.dropKv : null,
        // As question 8 judges it.
        atEquipmentKv: level.known ? (doubles ? level.value.kV : level.value.upKv + level.value.dropKv) : null,
        distanceM: stage.distanceM.known ? stage.distanceM.value : null,
        doubled: far && doubles,
        mayDouble: far && !doubles,
        failed: settings?.indicator?.value === 'failed',
      };
    }),
    checks: answer.checks.map((check) => ({
      id: check.id,
      title: check.title,
      verdict: check.verdict,
      because: saidOf(check, job.dialect),
      rule: check.rule,
      missing: check.missing,
      deviceId: check.name.of('device') ?? null,
    })),
    circuits: study.circuits
      .filter(({ kind }) => kind === 'final')
      .map((circuit) => {
        const level = circuit.answers
          .find(({ question }) => question === 'rides-surge')!
          .checks.find(({ name }) => name.key === 'surge-level');
        return {
          circuitId: circuit.circuitId,
          name: `${circuit.number} ${circuit.name}`.trim(),
          verdict: circuit.verdictOf('rides-surge'),
          kV: level?.demand ?? null,
          limitKv: level?.limit === undefined || level.limit === null ? null : level.limit / PROTECTED_SHARE,
        };
      }),
  };
}

const labelOf = (row: Job['devices'][string]): string =>
  row.settings.family === 'spd' ? `type ${row.settings.type?.value ?? '?'}` : deviceLabel(row);
