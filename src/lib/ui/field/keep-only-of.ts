import { FieldStore } from './store';

/**
 * Takes the walks of others off this device; without a person, all of them. What waits to be sent stays. A device that
 * keeps nothing has nothing to take off.
 * @returns how many walks were taken off
 */
export async function keepOnlyOf(personId: string | undefined): Promise<number> {
  try {
    const known = await indexedDB.databases();
    if (!known.some(({ name }) => name === 'good-trail-field')) return 0;
    const store = await FieldStore.open();
    const count = await store.emptyOfOthers(personId);
    store.close();
    return count;
  } catch {
    // A browser that keeps nothing for pages.
    return 0;
  }
}
