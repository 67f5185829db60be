import { randomUUID } from 'node:crypto';
import { setTimeout as pause } from 'node:timers/promises';
import type { Client } from './client';

/** What came of people who were added while something was broken. */
export interface Load {
  /** Names that were acknowledged. */
  readonly acknowledged: readonly string[];
  /** 0: there was no answer. */
  readonly statuses: ReadonlySet<number>;
}

/** Adds people one after the other, several at once, while some work is done. */
export async function underLoad(owner: Client, work: () => Promise<void>): Promise<Load> {
  const acknowledged: string[] = [];
  const statuses = new Set<number>();
  let goesOn = true;
  const writer = async () => {
    while (goesOn) {
      const name = `P ${randomUUID()}`;
      const fields = { name, role: 'learner', email: '', cohortId: '' };
      const status = await owner.post('/people?/addPerson', fields).then(
        async (response) => {
          await response.arrayBuffer();
          return response.status;
        },
        () => 0
      );
      statuses.add(status);
      if (status === 200) acknowledged.push(name);
    }
  };
  const writers = Array.from({ length: 6 }, writer);
  await pause(400);
  await work();
  await pause(600);
  goesOn = false;
  await Promise.all(writers);
  return { acknowledged, statuses };
}
