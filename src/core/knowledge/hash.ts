import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';

/** JSON with object members in the order of their names, so that equal values have equal texts. */
export const canonicalJson = (value: unknown): string => JSON.stringify(inOrder(value));

function inOrder(value: unknown): unknown {
  if (value === null || typeof value !== 'object') return value;
  if (Array.isArray(value)) return value.map(inOrder);
  const members = value as Record<string, unknown>;
  const ordered: Record<string, unknown> = {};
  for (const name of Object.keys(members).sort()) ordered[name] = inOrder(members[name]);
  return ordered;
}

/** SHA-256 of a value's canonical JSON, in hexadecimal. */
export const contentHash = (value: unknown): string => bytesToHex(sha256(utf8ToBytes(canonicalJson(value))));
