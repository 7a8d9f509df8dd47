import { describe, expect, it } from 'vitest';
import { device, stated } from '../../testing/jobs';
import { surgeHouse, surgeIn } from '../../testing/surgeHouse';
import { leadsByPlace } from './leads';

describe('leads by the place of a surge device', () => {
  const railed = (slot: string | undefined, rails = 2) => {
    const job = surgeHouse();
    job.boards.board = { ...job.boards.board!, spaces: stated(24), rails: stated(rails) };
    job.devices.main = device('main', 'service', { family: 'switch', duty: 'main', poles: '2P' }, { seat: 'end', slot: '1.1' });
    job.devices.spd = surgeIn('board', {}, { id: 'spd', ...(slot === undefined ? {} : { slot }) });
    return leadsByPlace(job, job.devices.spd);
  };
  it('on rails: from the main along and down to it, and on to the bar below', () => {
    // Two modules beside the main on the first of two rails: 2 · 18 mm, a rail and 80 mm down, 50 mm at each end.
    expect(railed('1.3')).toBeCloseTo(0.036 + 0.125 + 0.08 + 0.1, 9);
    // Below the main on the second.
    expect(railed('2.1')).toBeCloseTo(0.125 + 0.08 + 0.1, 9);
    expect(railed('1.3', 1)).toBeCloseTo(0.036 + 0.08 + 0.1, 9);
  });
  it('is longer the farther it sits, and not known without a place', () => {
    expect(railed('2.9')!).toBeGreaterThan(railed('2.3')!);
    expect(railed(undefined)).toBeUndefined();
  });
  it('on columns of spaces: from its space down to the bar', () => {
    const job = surgeHouse();
    job.boards.board = { ...job.boards.board!, spaces: stated(20), layout: 'slots' };
    job.devices.spd = surgeIn('board', {}, { id: 'spd', slot: '1' });
    expect(leadsByPlace(job, job.devices.spd)).toBeCloseTo(10 * 0.0254 + 0.13, 9);
  });
});
