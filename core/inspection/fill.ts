import type { CircuitFacts } from '../house/facts';
import { NIPPLE } from '../house/nipple';
import { showSize } from '../job/edges';
import { all, andThen, known, list, type Maybe, map, unknown } from '../job/known';
import { heldBy } from '../job/packs';
import { factOf, ifStated } from '../job/readers';
import type { ConductorSize, Point } from '../job/sealed';
import { type Wires, wiresOf } from '../job/wireList';
import type { Check } from '../judging/answer';
import { type Comparison, figure, holds, judge, line, notApplicable, placed, unknownCheck } from '../judging/judge';
import { keyed } from '../judging/keys';
import { asFor } from '../judging/said';
import type { Stretch } from '../network/paths';
import { applies } from '../rules/relaxation';
import { boxAllowanceCm3, boxSource, CM3_PER_IN3, JACKET_SOURCE, JACKETS } from '../tables/inspection';
import { conductorIn2, fillShare, fillSource, insideIn2, ROUNDS_UP_FROM } from '../tables/raceway';
import { inPercent } from '../units';

const BOX_FACTS = ['boxVolumeCm3', 'boxWires', 'boxEarths', 'boxGangs', 'boxClamps', 'boxFittings'] as const;

/** Whether anybody began to count a box. */
const boxCounted = (point: Point): boolean => BOX_FACTS.some((field) => point[field] !== undefined);

/** What is in a box against what it holds (NEC 314.16); nothing where nobody counted. */
export function boxFill({ job, wiring }: CircuitFacts, point: Point): Check[] {
  if (job.dialect !== 'nec' || !boxCounted(point)) return [];
  const facts = all({
    volume: factOf('points', point, 'boxVolumeCm3'),
    wires: factOf('points', point, 'boxWires'),
    earths: factOf('points', point, 'boxEarths'),
    gangs: factOf('points', point, 'boxGangs'),
    clamps: factOf('points', point, 'boxClamps'),
    fittings: factOf('points', point, 'boxFittings'),
  });
  // From 2020 on grounds beyond four count a quarter each.
  const quarters = heldBy(job.pack, { 'nec-2017': false, 'nec-2020': true }) === true;
  const path = `points.${point.id}.boxWires`;
  const judged = andThen(facts, ({ volume, wires, earths, gangs, clamps, fittings }): Maybe<Comparison> => {
    const [inside, grounds] = [wiresOf(wires), wiresOf(earths)];
    const { stretches } = wiring;
    const cable =
      stretches.find(({ segment }) => segment.id === point.segmentId) ?? (stretches.length === 1 ? stretches[0] : undefined);
    if (cable !== undefined && lacksOwn(inside, cable))
      return unknown(path, `the wires of its own cable among those in the box of ${point.name}`);
    const allowances = map(all({ own: inEach(inside, path), grounds: inEach(grounds, path) }), ({ own, grounds: ofGrounds }) => {
      const sizes = own.map(({ each }) => each);
      const [largest, smallest] = [Math.max(0, ...sizes), Math.min(...sizes, Number.POSITIVE_INFINITY)];
      const groundCount = grounds.reduce((sum, { count }) => sum + count, 0);
      const ground = Math.max(0, ...ofGrounds.map(({ each }) => each));
      const anyLargest = Math.max(largest, ground);
      const rest =
        own.reduce((sum, { count, each }) => sum + count * each, 0) +
        (groundCount === 0 ? 0 : ground * (1 + (quarters ? Math.max(0, groundCount - 4) / 4 : 0))) +
        (clamps ? anyLargest : 0) +
        fittings * anyLargest;
      return { rest, largest, smallest: Number.isFinite(smallest) ? smallest : 0, groundCount };
    });
    return map(allowances, ({ rest, largest, smallest }) => {
      const [demand, least] = [rest + 2 * gangs * largest, rest + 2 * gangs * smallest];
      const in3 = (cm3: number): number => cm3 / CM3_PER_IN3;
      return {
        demand: in3(demand),
        limit: in3(volume),
        unit: 'in³',
        of: ['required', 'volume', 'limit-first'],
        rule: boxSource(job.pack),
        beyond: asFor(point.state),
        secondary: true,
        // Its devices count by the largest wire that lands on them.
        ...(largest === smallest
          ? {}
          : { atLeast: { demand: in3(least), missing: [{ path, what: `which size lands on the device of ${point.name}` }] } }),
        because: () => '',
        working: () => [
          line(
            'wires + one for the grounds + two a gang + clamps + studs ≤ volume',
            `${inside.map(({ count, size }) => `${count} × ${figure(in3(boxAllowanceCm3(size)!))}`).join(' + ') || '0'}, grounds, ${gangs} × 2, ${clamps ? 'clamps' : 'no clamps'}, ${fittings} studs: ${figure(in3(demand))} ≤ ${figure(in3(volume))} in³`,
            holds(demand, volume),
            boxSource(job.pack),
          ),
        ],
      };
    });
  });
  return [placed(judge(keyed('box-fill', point.id), `Box fill, ${point.name}`, judged), `points.${point.id}`)];
}

/** Whoever counted fewer wires of its size than the cable that leads there has lines counted something else. */
function lacksOwn(inside: readonly Wires[], { segment, facts }: Stretch): boolean {
  const own = facts.size('lineSize');
  const lines = Math.max(1, new Set(segment.roles?.filter((role) => role.startsWith('line'))).size);
  return own.known && inside.reduce((sum, { count, size }) => sum + (size === own.value ? count : 0), 0) < lines;
}

/** Room each size takes; unknown for one the table does not have. */
const inEach = (wires: readonly Wires[], path: string): Maybe<(Wires & { each: number })[]> =>
  list(
    wires.map((of): Maybe<Wires & { each: number }> => {
      const each = boxAllowanceCm3(of.size);
      return each === undefined ? unknown(path, `${showSize(of.size)} in a box: 314.28 is not assessed`) : known({ ...of, each });
    }),
  );

/** Wires in a raceway against what it may hold (NEC chapter 9); nothing where nobody counted. */
export function racewayFill(of: CircuitFacts, stretch: Stretch): Check[] {
  const { job, circuit } = of;
  const { segment, facts } = stretch;
  if (job.dialect !== 'nec' || (segment.racewaySize === undefined && segment.racewayWires === undefined)) return [];
  const id = keyed('raceway-fill', segment.id);
  const title = `Raceway of ${facts.name}`;
  const at = `segments.${segment.id}`;
  if (segment.construction !== undefined && segment.construction !== 'singles')
    return [
      placed(
        unknownCheck(id, title, [{ path: facts.at('construction'), what: `${title}: a cable in a raceway is not assessed` }]),
        at,
      ),
    ];
  const parts = all({
    raceway: factOf('segments', segment, 'raceway', `raceway of ${facts.name}`),
    trade: factOf('segments', segment, 'racewaySize', `trade size of the raceway of ${facts.name}`),
    wires: factOf('segments', segment, 'racewayWires', `wires in the raceway of ${facts.name}`),
    insulation: facts.americanInsulation,
    nipple: map(applies(NIPPLE, { facts: of, stretch }), (relaxation) => relaxation.applies),
  });
  const judged = andThen(parts, ({ raceway, trade, wires, insulation, nipple }): Maybe<Comparison> => {
    const inside = wiresOf(wires);
    const count = inside.reduce((sum, each) => sum + each.count, 0);
    if (lacksOwn(inside, stretch) || count < (segment.roles?.length ?? 1))
      return unknown(facts.at('racewayWires'), `its own wires among those counted in the raceway of ${facts.name}`);
    const room = insideIn2(raceway, trade) * fillShare(count, nipple);
    const area = (of: string): Maybe<number> =>
      map(
        list(
          inside.map(({ count: each, size }) => {
            const one = conductorIn2(of, size);
            return one === undefined
              ? unknown(facts.at('racewayWires'), `${showSize(size)} in a raceway: not in the table`)
              : known(each * one);
          }),
        ),
        (areas) => areas.reduce((sum, each) => sum + each, 0),
      );
    return map(all({ own: area(insulation), thick: area('TW60') }), ({ own, thick }) => {
      // Whether other circuits' wires have the same insulation nobody said.
      const others = count > (segment.roles?.length ?? 0);
      const fitsThick = within(inside, thick, room, nipple);
      const share = `${figure(inPercent(own) / insideIn2(raceway, trade))} %`;
      const most = `${Math.round(inPercent(fillShare(count, nipple)))} %`;
      return {
        demand: own,
        limit: allowed(inside, own, room, nipple),
        unit: 'in²',
        of: ['fill', 'permitted'],
        rule: fillSource(job.pack),
        beyond: asFor(circuit.state),
        secondary: true,
        ...(others && !fitsThick ? { within: 'caution' as const } : {}),
        because: () =>
          `${share} full, ${most} for ${count} wire${count === 1 ? '' : 's'}${nipple ? ' in a nipple' : ''}${others && !fitsThick ? '; not every wire in it is known to be as thin' : ''}`,
        working: () => [
          line(
            'wires ≤ share · inside',
            `${figure(own)} ≤ ${most} · ${insideIn2(raceway, trade)} in²`,
            own <= allowed(inside, own, room, nipple) ? 'holds' : 'does not hold',
            fillSource(job.pack),
          ),
        ],
      };
    });
  });
  return [placed(judge(id, title, judged), at)];
}

/**
 * Area that may be filled: wires of one size may be one more where their number comes to 0.8 of another.
 * @param own area of the wires, in²
 */
function allowed(inside: readonly Wires[], own: number, room: number, nipple: boolean): number {
  const [only, ...others] = inside;
  if (only === undefined || others.length > 0 || only.count < 3 || nipple) return room;
  const each = own / only.count;
  const number = room / each;
  return number - Math.floor(number) >= ROUNDS_UP_FROM ? Math.ceil(number) * each : room;
}
const within = (inside: readonly Wires[], area: number, room: number, nipple: boolean): boolean =>
  area <= allowed(inside, area, room, nipple) + 1e-9;

/** The colour of a sheath against the size that was entered: a clue alone, where nobody read the print. */
export function jacketClue({ job }: CircuitFacts, { segment, facts }: Stretch): Check[] {
  const jacket = ifStated('segments', segment, 'jacket', `sheath of ${facts.name}`);
  const size = facts.size('lineSize');
  if (job.dialect !== 'nec' || jacket.value === undefined || !size.known) return [];
  const sizes: readonly ConductorSize[] | undefined = jacket.value === 'other' ? undefined : JACKETS[jacket.value];
  if (sizes === undefined || sizes.includes(size.value)) return [];
  const id = keyed('jacket', segment.id);
  const title = `Sheath of ${facts.name}`;
  const says = `${jacket.value} is custom for ${sizes.map(showSize).join(' and ')}, entered is ${showSize(size.value)}`;
  if (segment.lineSize?.from === 'measured')
    return [placed(notApplicable(id, title, `${says}: what is printed on it counts`), `segments.${segment.id}`)];
  return [
    placed(
      unknownCheck(id, title, [
        { path: facts.at('lineSize'), what: `${says}; size read on the cable (${JACKET_SOURCE.standard})` },
      ]),
      `segments.${segment.id}`,
    ),
  ];
}
