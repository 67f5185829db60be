import type { z } from 'zod';

/**
 * Reads what an earlier version stored. Our forms refuse what they do not know, so that a slip in a file is told; of
 * what is stored already, members that no form knows any more are left out.
 * @throws ZodError where something else is wrong with it
 */
export function readStored<Value>(schema: z.ZodType<Value>, stored: unknown): Value {
  const parsed = schema.safeParse(stored);
  if (parsed.success) return parsed.data;
  const copy: unknown = structuredClone(stored);
  for (const issue of parsed.error.issues) {
    if (issue.code !== 'unrecognized_keys') continue;
    const holder = issue.path.reduce<unknown>(
      (value, member) => (value as Record<PropertyKey, unknown>)[member],
      copy
    );
    for (const key of issue.keys) delete (holder as Record<string, unknown>)[key];
  }
  return schema.parse(copy);
}
