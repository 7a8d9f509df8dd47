import { boardChecks } from '../../board/board';
import { earthingChecks } from '../../board/earthing';
import { emergencyChecks } from '../../board/emergency';
import { landingChecks } from '../../board/landing';
import { seatChecks } from '../../board/seat';
import { sharedNeutralChecks } from '../../board/sharedNeutral';
import { sourceChecks } from '../../board/sources';
import type { CircuitFacts } from '../../house/facts';
import { inspectedChecks } from '../../inspection/inspected';
import { readingChecks } from '../../inspection/readings';
import { word } from '../../job/terms';
import type { Check } from '../../judging/answer';
import { notApplicable } from '../../judging/judge';
import { keyed } from '../../judging/keys';
import { askedChecks } from './asked/asked';
import { bondingChecks } from './bonding/bonding';
import { circuitIdentification } from './places/circuitIdentification';
import { safetyCircuitChecks } from './places/safetyCircuit';
import { separationChecks } from './places/separation';
import { specialPlaces } from './places/specialPlaces';
import { suppliedChecks } from './residual/supplied';
import { touchedChecks } from './residual/touched';
import { typeChecks } from './residual/types';

/** Question 5: what is asked for at every outlet and what covers it, the board, its neutrals and its earth, and that circuits are told apart. */
export function savesPerson(facts: CircuitFacts): Check[] {
  const checks = checksOf(facts);
  return checks.length > 0
    ? checks
    : [notApplicable(keyed('outlets'), word(facts.job.dialect, 'outlets'), 'nothing is required here')];
}

const checksOf = (facts: CircuitFacts): Check[] => [
  ...askedChecks(facts),
  ...bondingChecks(facts),
  ...specialPlaces(facts),
  ...emergencyChecks(facts),
  ...seatChecks(facts),
  ...sharedNeutralChecks(facts),
  ...landingChecks(facts),
  ...boardChecks(facts),
  ...earthingChecks(facts),
  ...sourceChecks(facts),
  ...separationChecks(facts),
  ...safetyCircuitChecks(facts),
  ...circuitIdentification(facts),
  ...typeChecks(facts),
  ...suppliedChecks(facts),
  ...touchedChecks(facts),
  ...inspectedChecks(facts),
  ...readingChecks(facts),
];

/** Whether a check of it is one of a board as it is built, asked with the circuit that feeds it. */
export const isOfBoard = (checkId: string): boolean => /^(board-|electrode|pipes)/.test(checkId);
/** Whether it is one of a device in its place, or of the neutral behind it. */
export const isOfSeat = (checkId: string): boolean => /^(seat:|leg:|half:|shared:|neutral-at:)/.test(checkId);
