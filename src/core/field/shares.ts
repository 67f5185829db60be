import { hmac } from '@noble/hashes/hmac.js';
import { sha256 } from '@noble/hashes/sha2.js';
import { hexToBytes, utf8ToBytes } from '@noble/hashes/utils.js';
import type { FieldDay } from './day';
import { type Pack, type PackPatch, patchOf } from './pack';
import { type WalkEvent, mostPhones } from './walk-events';

/**
 * What each phone may count without asking the others: the shares of a patch never add up to more than what is left of
 * it, whatever phone does what in which order.
 */

/** An equal share for each phone, the rest to the first ones. @returns by phone, from 1 */
export const shareOut = (left: number, phones: number): number[] =>
  Array.from({ length: phones }, (_, i) => Math.floor(left / phones) + (i < left % phones ? 1 : 0));

/** A patch, and what is counted together of it. */
export const patchKey = ({ id, account }: Pick<PackPatch, 'id' | 'account'>): string => `${id} ${account}`;

/** One handing over, as its code says it. */
export interface Handover {
  readonly patch: string;
  readonly part: string;
  readonly pieces: number;
  readonly number: number;
  readonly from: number;
  readonly to: number;
}

/** As much as a code has room for. */
export const mostInCode = 999;
/** Another phone may have taken along another plan: its own patch has to be the one that was meant. */
const signed = (key: string, digits: string, patch: PackPatch | undefined): string => {
  const mac = hmac(sha256, hexToBytes(key), utf8ToBytes(`${digits} ${patch ? patchKey(patch) : ''}`));
  const value = new DataView(mac.buffer, mac.byteOffset).getUint32(0);
  return String(value % 100_000).padStart(5, '0');
};

/**
 * Fourteen digits that are read from one phone and typed on the other: amount, patch, number, giver, receiver, and five
 * that only a phone of this walk can have made.
 */
export function handoverCode({ key, patches }: Pick<Pack, 'key' | 'patches'>, given: Handover): string {
  const patch = patchOf({ patches }, given.patch, given.part);
  const place = patch ? patches.indexOf(patch) : 99;
  const digits = [
    String(given.pieces).padStart(3, '0'),
    String(place).padStart(2, '0'),
    String(given.number).padStart(2, '0'),
    given.from,
    given.to
  ].join('');
  return (digits + signed(key, digits, patch)).replace(/(\d{4})(?=\d)/g, '$1 ');
}

/** @returns what the code says, or why it is not taken */
export function readHandover(
  pack: Pick<Pack, 'key' | 'patches' | 'phone'>,
  typed: string,
  events: readonly WalkEvent[]
): Handover | string {
  const digits = typed.replace(/\D/g, '');
  if (digits.length !== 14) return `A code has 14 digits; these are ${digits.length}.`;
  const said = digits.slice(0, 9);
  const patch = pack.patches[Number(said.slice(3, 5))];
  if (!patch || signed(pack.key, said, patch) !== digits.slice(9))
    return 'A digit is wrong, or it is the code of another walk or another plan of it.';
  const [pieces, number, from, to] = [said.slice(0, 3), said.slice(5, 7), said[7], said[8]].map(Number) as [
    number,
    number,
    number,
    number
  ];
  if (to !== pack.phone) return `This code is for phone ${to}; this is phone ${pack.phone}.`;
  const isUsed = events.some(
    (one) =>
      (one.kind === 'taken over' || one.kind === 'code given up') &&
      one.phone === pack.phone &&
      one.from === from &&
      one.number === number
  );
  if (isUsed) return 'This code was used, or given up.';
  return { patch: patch.id, part: patch.parts[0]!, pieces, number, from, to };
}

/** The next number of a giver's codes; undefined where a hundred are used. */
export function nextNumber(phone: number, events: readonly WalkEvent[]): number | undefined {
  const used = events.flatMap((one) => (one.kind === 'handed over' && one.phone === phone ? one.number : []));
  const next = Math.max(-1, ...used) + 1;
  return next > 99 ? undefined : next;
}

const codeKey = (from: number, number: number) => `${from} ${number}`;

/**
 * What each phone may count of each patch, after all that was handed over. A code lowers the giver's share when it is
 * made, and raises the receiver's once; a code that the receiver gave up goes back.
 * @param events standing ones, of any phones, in any order
 * @returns by `patchKey`, then by phone from 1, those among whom nothing was shared out included; nothing where no
 *   number is kept
 */
export function sharesOf(
  { patches, phones }: Pick<Pack, 'patches' | 'phones'>,
  events: readonly WalkEvent[]
): Map<string, number[]> {
  const shares = new Map(
    patches.flatMap((patch) =>
      patch.left === undefined
        ? []
        : [
            [
              patchKey(patch),
              Array.from({ length: mostPhones }, (_, i) => shareOut(patch.left!, phones)[i] ?? 0)
            ] as const
          ]
    )
  );
  const move = (patch: string, part: string, phone: number, pieces: number) => {
    const row = patchOf({ patches }, patch, part);
    const share = row && shares.get(patchKey(row));
    if (share?.[phone - 1] !== undefined) share[phone - 1]! += pieces;
  };
  const used = new Set<string>();
  const givenUp = new Set<string>();
  for (const one of events) {
    if (one.kind === 'code given up') givenUp.add(codeKey(one.from, one.number));
    else if (one.kind === 'taken over' && !used.has(codeKey(one.from, one.number))) {
      used.add(codeKey(one.from, one.number));
      move(one.patch, one.part, one.phone, one.pieces);
    }
  }
  for (const one of events) {
    if (one.kind !== 'handed over') continue;
    const code = codeKey(one.phone, one.number);
    if (!givenUp.has(code) || used.has(code)) move(one.patch, one.part, one.phone, -one.pieces);
  }
  return shares;
}

/**
 * What a phone that was lost had not counted yet, patch by patch, with the numbers of the handing over.
 * @param day as far as it is known
 */
export function lostShares(
  pack: Pack,
  day: Pick<FieldDay, 'events' | 'takings'>,
  phone: number
): Pick<Handover, 'patch' | 'part' | 'pieces' | 'number'>[] {
  const shares = sharesOf(pack, day.events);
  const first = nextNumber(phone, day.events) ?? 100;
  return pack.patches
    .flatMap((patch) => {
      const share = shares.get(patchKey(patch))?.[phone - 1];
      const pieces = share === undefined ? 0 : share - countedOf(day, patch, phone);
      return pieces > 0 ? [{ patch: patch.id, part: patch.parts[0]!, pieces }] : [];
    })
    .map((one, i) => ({ ...one, number: first + i }))
    .filter(({ number }) => number < 100);
}

/** What a phone has counted of all parts of a patch that are counted together. */
export const countedOf = (
  { takings }: Pick<FieldDay, 'takings'>,
  { id, parts }: Pick<PackPatch, 'id' | 'parts'>,
  phone: number
): number =>
  takings
    .filter(({ patch, part }) => patch === id && parts.includes(part))
    .reduce((sum, { byPhone }) => sum + (byPhone[phone - 1] ?? 0), 0);
