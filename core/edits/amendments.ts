import type { Command } from '../job/commands';
import { keyAfter } from '../job/order';
import type { Job } from '../job/schema/job';
import type { Amendment } from '../job/schema/records';
import { edit } from './steps';

/** A local rule written over a row of the pack, or one of its exceptions taken, under the last there is. */
export function amend({ amendments }: Job, row: Omit<Amendment, 'order'>): Command {
  const last = Object.values(amendments)
    .map(({ order }) => order)
    .sort()
    .at(-1);
  const says = row.effect === 'exception' ? 'exception taken' : row.effect === 'asks' ? 'asked for besides' : 'lifted';
  return edit(`${row.rule}: ${says}`, [{ do: 'put', on: 'amendments', row: { ...row, order: keyAfter(last) } }]);
}

/** A local rule taken back. */
export const withdraw = ({ id, rule }: Amendment): Command =>
  edit(`${rule}: local rule taken back`, [{ do: 'drop', on: 'amendments', id }]);
