import type { Edge } from '../curves/edge';
import { makeEdge } from '../curves/edge';
import { opensOnResidual } from '../job/families';
import { all, known, type Maybe, map, need } from '../job/known';
import type { Device } from '../job/sealed';
import { BREAK_S, CLASS_A, classATimeS, NEC_SENSITIVITY_A, SENSITIVE } from '../tables/residualTimes';

const TYPES = ['AC', 'A', 'F', 'B'] as const;
export type ResidualType = (typeof TYPES)[number];
/** Whether a type sees all that another one does: what each of them sees the one before sees not. */
export const doesFor = (type: ResidualType, other: ResidualType): boolean => TYPES.indexOf(type) >= TYPES.indexOf(other);
export type ResidualDelay = keyof typeof BREAK_S;

/** The residual part of a device. */
export interface ResidualPart {
  sensitivityA: number;
  delay: ResidualDelay;
  /** Not asked for in the American families, which have no types. */
  type: Maybe<ResidualType> | undefined;
  /** Has opened by. */
  maximum: Edge;
}

/**
 * Maximum edge on alternating residual current. General: IΔn within 0.3 s, 2 IΔn within 0.15 s, 5 IΔn within 0.04 s (to
 * 30 mA the last step is at 0.25 A). S: 0.5, 0.2 and 0.15 s.
 */
function residualMaximum(sensitivityA: number, delay: ResidualDelay): Edge {
  const { once, twice, five } = BREAK_S[delay];
  const fifth = 5 * sensitivityA;
  const last = delay === 'general' && sensitivityA <= SENSITIVE.upToA ? Math.max(SENSITIVE.lastA, fifth) : fifth;
  return makeEdge(
    'maximum',
    [
      { currentA: sensitivityA, timeS: once },
      { currentA: 2 * sensitivityA, timeS: twice },
      { currentA: last, timeS: five },
    ],
    'staircase',
    'constant-time',
  );
}

type ResidualFacts = Extract<Device['settings'], { family: 'rccb' }>['residual'];

/** Whether a device opens on residual current. */
export const hasResidual = ({ settings }: Device): boolean => opensOnResidual(settings);

/** A straight line on log-log paper. */
export const CLASS_A_MAXIMUM = makeEdge(
  'maximum',
  [
    { currentA: CLASS_A.fromA, timeS: classATimeS(CLASS_A.fromA) },
    { currentA: CLASS_A.toA, timeS: classATimeS(CLASS_A.toA) },
  ],
  'lines',
  'constant-time',
);

/**
 * The residual part of an RCBO, a residual switch or an American breaker with ground-fault protection.
 * @returns undefined where there is none; unknown without sensitivity or delay
 */
export function residualPart(device: Device): Maybe<ResidualPart> | undefined {
  const { settings, id, name } = device;
  if (settings.family === 'moulded-case-nec') {
    const kind = settings.groundFault;
    if (kind === undefined || kind === 'none') return undefined;
    const maximum = kind === 'class-A' ? CLASS_A_MAXIMUM : residualMaximum(NEC_SENSITIVITY_A[kind], 'general');
    return known({ sensitivityA: NEC_SENSITIVITY_A[kind], delay: 'general', type: undefined, maximum });
  }
  const outlet = settings.family === 'outlet-protection' ? settings.groundFault : undefined;
  if (outlet === 'class-A')
    return known({ sensitivityA: NEC_SENSITIVITY_A[outlet], delay: 'general', type: undefined, maximum: CLASS_A_MAXIMUM });
  if (settings.family !== 'rcbo' && settings.family !== 'rccb' && outlet !== 'residual') return undefined;
  const path = `devices.${id}.settings.residual`;
  const { residual = {} } = settings as { residual?: ResidualFacts };
  const facts = all({
    sensitivityA: need(residual.sensitivityA, `${path}.sensitivityA`, `sensitivity of ${name}`),
    delay: need(residual.delay, `${path}.delay`, `delay of ${name}`),
  });
  return map(facts, ({ sensitivityA, delay }) => ({
    sensitivityA,
    delay,
    type: need(residual.type, `${path}.type`, `type of ${name}`),
    maximum: residualMaximum(sensitivityA, delay),
  }));
}
