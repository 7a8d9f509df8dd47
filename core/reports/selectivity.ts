import { isOvercurrent, isResidual } from '../house/facts';
import type { Grade } from '../job/schema/device';
import { rankOf, type Verdict } from '../judging/answer';
import { kindsAmong } from '../network/states';
import type { CircuitStudy, Study } from '../study/study';
import { deviceLabel } from './chart';

/** Two devices in series, as question 6 judges them: for overcurrent, for residual current, or both. */
export interface SeriesPair {
  downstreamId: string;
  upstreamId: string;
  circuitId: string;
  verdict: Verdict;
  /** Only the downstream device opens up to this, A; with the greatest fault it is held against. Null: not known. */
  limitA: number | null;
  maxA: number | null;
  grade: Grade;
  sentence: string;
  /** Both open on overcurrent: the limit is of that. */
  overcurrent: boolean;
  /** What comes of a fault to earth, where both open on residual current. */
  residual: Verdict | null;
  /** From about how many metres of its circuit on only the downstream device opens; null where it does everywhere, or that is not known. */
  fromM: number | null;
}
/** A device of the matrix. */
interface SeriesDevice {
  id: string;
  name: string;
  label: string;
  circuitId: string;
}
/** Selectivity of the whole house: every pair in series once, its worst circuit counting. */
export interface SelectivityStudy {
  /** Those with something behind them, from the source on. */
  upstream: SeriesDevice[];
  downstream: SeriesDevice[];
  pairs: SeriesPair[];
}

/** Gathers what question 6 found of each pair. */
export function selectivityStudy(study: Study): SelectivityStudy {
  const pairs = new Map<string, SeriesPair>();
  const devices = new Map<string, SeriesDevice>();
  for (const circuit of study.circuits) {
    const { facts, circuitId } = circuit;
    const checks = circuit.answers.find(({ question }) => question === 'only-one-trips')?.checks ?? [];
    for (const { device, wiring } of facts.chain.filter((seated) => isOvercurrent(seated) || isResidual(seated)))
      if (!devices.has(device.id))
        devices.set(device.id, {
          id: device.id,
          name: device.name,
          label: deviceLabel(device),
          circuitId: wiring.circuit.id,
        });
    for (const check of checks) {
      const { key: kind } = check.name;
      if (kind !== 'overcurrent' && kind !== 'residual') continue;
      const [downstreamId, upstreamId] = [check.name.of('device'), check.name.of('upstream')];
      if (downstreamId === undefined || upstreamId === undefined) continue;
      const key = `${kind} ${downstreamId} ${upstreamId}`;
      const before = pairs.get(key);
      if (before !== undefined && rankOf(before.verdict) <= rankOf(check.verdict)) continue;
      const overcurrent = kind === 'overcurrent';
      pairs.set(key, {
        downstreamId,
        upstreamId,
        circuitId,
        verdict: check.verdict,
        limitA: check.limit,
        maxA: check.demand,
        grade: check.grade,
        sentence: check.because,
        overcurrent,
        residual: overcurrent ? null : check.verdict,
        fromM: overcurrent ? fromMetres(circuit, downstreamId, check.limit) : null,
      });
    }
  }
  const all = together([...pairs.values()]);
  const of = (ids: readonly string[]): SeriesDevice[] => [...devices.values()].filter(({ id }) => ids.includes(id));
  return {
    upstream: of([...new Set(all.map(({ upstreamId }) => upstreamId))]),
    downstream: of([...new Set(all.map(({ downstreamId }) => downstreamId))]),
    pairs: all,
  };
}

/** Of two devices that open on both, one pair: the worse of the two verdicts, and both sentences. */
function together(found: readonly SeriesPair[]): SeriesPair[] {
  const at = ({ downstreamId, upstreamId }: SeriesPair): string => `${downstreamId} ${upstreamId}`;
  const residual = new Map(found.filter(({ overcurrent }) => !overcurrent).map((pair) => [at(pair), pair]));
  const joined = found
    .filter(({ overcurrent }) => overcurrent)
    .map((pair): SeriesPair => {
      const other = residual.get(at(pair));
      residual.delete(at(pair));
      if (other === undefined) return pair;
      const verdict = rankOf(other.verdict) < rankOf(pair.verdict) ? other.verdict : pair.verdict;
      return { ...pair, verdict, residual: other.residual, sentence: `${pair.sentence}; to earth: ${other.sentence}` };
    });
  return [...joined, ...residual.values()];
}

/** About where on the circuit's cable the greatest fault falls to a limit, as if source and cable had one angle: with another it is a little farther. */
function fromMetres({ facts }: CircuitStudy, downstreamId: string, limitA: number | null): number | null {
  const { wiring, house, poles } = facts;
  const [only, ...more] = wiring.stretches;
  const own = wiring.startDevices.some(({ id }) => id === downstreamId);
  if (!own || limitA === null || !(limitA > 0) || only === undefined || more.length > 0 || !poles.known) return null;
  if (wiring.circuit.topology === 'ring' || !only.facts.lengthM.known) return null;
  const lengthM = only.facts.lengthM.value;
  const metres = kindsAmong(poles.value).map((kind): number | null => {
    const [start, end] = [house.network.most(wiring, undefined, kind), house.network.most(wiring, only.segment.id, kind)];
    if (!start.known || !end.known) return null;
    const share = (1 / limitA - 1 / start.value.currentA) / (1 / end.value.currentA - 1 / start.value.currentA);
    return share <= 0 ? 0 : share > 1 ? null : share * lengthM;
  });
  const worst = metres.every((each): each is number => each !== null) ? Math.max(...metres) : null;
  return worst === 0 ? null : worst;
}
