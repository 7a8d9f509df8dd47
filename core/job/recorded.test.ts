import { describe, expect, it } from 'vitest';
import { recordedOnly } from './recorded';

describe('a fact that is only recorded', () => {
  it('says why, whatever row it is of', () => {
    expect(recordedOnly('boards.main.floors')).toMatch(/not weighed/);
    expect(recordedOnly('inspections.x.code')).toMatch(/report/);
  });
  it('is none of those that are judged', () => {
    expect(recordedOnly('boards.main.ratedA')).toBeUndefined();
    expect(recordedOnly('devices.x.settings.groundFault')).toBeUndefined();
  });
});
