import { deserialize } from '$app/forms';
import { invalidateAll } from '$app/navigation';

/**
 * Sends a change of the plan to an action of its page, and loads the page anew.
 * @returns what went wrong, in words; undefined where it was stored
 */
export async function sendChange(
  action: string,
  fields: readonly (readonly [name: string, value: string])[]
): Promise<string | undefined> {
  const body = new FormData();
  for (const [name, value] of fields) body.append(name, value);
  try {
    const response = await fetch(`?/${action}`, {
      method: 'POST',
      body,
      headers: { 'x-sveltekit-action': 'true' }
    });
    const result = deserialize(await response.text());
    await invalidateAll();
    if (result.type === 'failure') return String(result.data?.['problem'] ?? 'Not stored.');
    if (result.type === 'error') return 'Not stored: the server could not do it. Try again.';
    return undefined;
  } catch {
    return 'Not stored: there is no connection. Try again when there is one.';
  }
}
