import { FieldStore } from './store';

/**
 * Takes the walks of others off this device; without a person, all of them. What waits to be sent stays. A device that
 * keeps nothing has nothing to take off.
 */
export async function keepOnlyOf(personId: string | undefined): Promise<void> {
  try {
    const known = await indexedDB.databases();
    if (!known.some(({ name }) => name === 'good-trail-field')) return;
    const store = await FieldStore.open();
    await store.emptyOfOthers(personId);
    store.close();
  } catch {
    // A browser that keeps nothing for pages.
  }
}
