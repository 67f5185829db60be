import { createDecipheriv, pbkdf2Sync } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { lock, pinProblem, unlock } from './lock';

describe('what is locked by a PIN', () => {
  it('is opened by that PIN alone, and by OpenSSL with the same key, rounds and salt', async () => {
    const locked = await lock('204857', 'Asthma; carries an inhaler.');
    expect(locked.rounds).toBeGreaterThanOrEqual(600_000);
    expect(Buffer.from(locked.data).includes('Asthma')).toBe(false);
    expect(await unlock('204857', locked)).toBe('Asthma; carries an inhaler.');
    expect(await unlock('204858', locked)).toBeUndefined();

    const key = pbkdf2Sync('204857', locked.salt, locked.rounds, 32, 'sha256');
    const data = Buffer.from(locked.data);
    const opened = createDecipheriv('aes-256-gcm', key, locked.iv).setAuthTag(data.subarray(-16));
    expect(Buffer.concat([opened.update(data.subarray(0, -16)), opened.final()]).toString()).toBe(
      'Asthma; carries an inhaler.'
    );
  });

  it('does not open once it was changed, and is never locked the same way twice', async () => {
    const [one, other] = [await lock('204857', 'the same'), await lock('204857', 'the same')];
    expect(Buffer.from(one.data).equals(Buffer.from(other.data))).toBe(false);
    const changed = new Uint8Array(one.data.slice(0));
    changed[0]! ^= 1;
    expect(await unlock('204857', { ...one, data: changed.buffer })).toBeUndefined();
  });

  it.each([
    ['12345', 'At least 6'],
    ['123456', 'one sign after the other'],
    ['987654', 'one sign after the other'],
    ['000000', 'one sign after the other'],
    ['abcdef', 'one sign after the other']
  ])('%s is no PIN', (pin, why) => {
    expect(pinProblem(pin)).toContain(why);
  });
  it.each(['204857', 'hazel 9 path', '135790'])('%s is one', (pin) => {
    expect(pinProblem(pin)).toBeUndefined();
  });
});
