import { BODY_PATHS, type BodyPath, bodyOhms, C1, FLOOR_OHM, type Skin } from '../tables/body';

/** Straight between two entries on log-log paper; the first and the last stand for all beyond them. */
function between(table: readonly (readonly [number, number])[], at: number): number {
  const after = table.findIndex(([x]) => x >= at);
  if (after === 0) return table[0]![1];
  if (after < 0) return table.at(-1)![1];
  const [[x1, y1], [x2, y2]] = [table[after - 1]!, table[after]!];
  const share = Math.log(at / x1) / Math.log(x2 / x1);
  return y1 * (y2 / y1) ** share;
}

/** Impedance of a body on a path at a touch voltage, Ω: what 5 % of people stay below. */
export const bodyOhm = (touchV: number, skin: Skin, path: BodyPath): number =>
  BODY_PATHS[path].share * between(bodyOhms(skin), touchV);

/** What flows through somebody, A; on dry ground shoes and floor stand in the way, from hand to hand nothing does. */
export function bodyCurrentA(touchV: number, skin: Skin, path: BodyPath): number {
  const floor = path === 'hand-to-feet' ? FLOOR_OHM[skin === 'dry' ? 'dry' : 'wet'] : 0;
  return touchV / (bodyOhm(touchV, skin, path) + floor);
}

/** Current above which the heart is at risk when it flows so long, A. */
export const heartLimitA = (timeS: number, path: BodyPath): number => between(C1, timeS) / BODY_PATHS[path].heart;

/** The limit as gates, by rising current. */
export const heartLimit = (path: BodyPath): { currentA: number; timeS: number }[] =>
  C1.map(([timeS, currentA]) => ({ timeS, currentA: currentA / BODY_PATHS[path].heart })).reverse();
