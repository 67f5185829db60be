import type { Method, Way } from '../knowledge';
import { addDays } from '../season';
import { plainDate } from '../words';
import type { Batch, Pack } from './batch';

/** A label says what is in a jar, of what, by whom, and not for whom. Nothing is put away without one. */

/** Sheets of labels as shops sell them: how many stand on an A4 page, and how large each is. Millimetres. */
export const labelSheets = {
  '2 × 4, 99 × 68 mm': { across: 2, down: 4, wide: 99.1, high: 67.7 },
  '2 × 7, 99 × 38 mm': { across: 2, down: 7, wide: 99.1, high: 38.1 },
  '3 × 7, 64 × 38 mm': { across: 3, down: 7, wide: 63.5, high: 38.1 },
  '3 × 8, 70 × 37 mm': { across: 3, down: 8, wide: 70, high: 37 }
} as const;
export type LabelSheet = keyof typeof labelSheets;
export const labelSheetNames = Object.keys(labelSheets) as [LabelSheet, ...LabelSheet[]];

export interface LabelFacts {
  readonly name: string;
  readonly scientific: string;
  readonly part: string;
  readonly way: Way;
  readonly isCraft: boolean;
  /** As people write them. */
  readonly gathered: string;
  readonly made: string;
  readonly checkedBy: string;
  readonly contains: string;
  readonly notFor: string;
  /** A date with what it rests on; without one, that there is none. */
  readonly useBy: { readonly date: string | undefined; readonly because: string };
  readonly vessel: string;
  readonly code: string;
}

export interface LabelledBatch {
  readonly code: string;
  readonly name: string;
  readonly scientific: string;
  readonly part: string;
  readonly way: Way;
  readonly isCraft: boolean;
  readonly method: Pick<Method, 'contains' | 'notFor' | 'keeping'> | undefined;
  readonly batch: Batch;
  /** Days and patches, in words. */
  readonly gathered: string;
  /** Who looked at the pieces. */
  readonly checkedBy: string;
}

/** Why a batch gets no label, in words; undefined where it gets one. */
export function againstLabel({ checked, isInDoubt, packs, thrownAway, hasMould }: Batch): string | undefined {
  if (thrownAway) return 'It was thrown away.';
  if (!checked) return 'Nobody has looked at its pieces again: it gets no label.';
  if (isInDoubt) return 'A piece of it was in doubt: it gets no label, and is thrown away.';
  if (hasMould) return 'There was mould on it: it gets no label, and is thrown away.';
  return packs.length === 0 ? 'Nothing of it is packed yet.' : undefined;
}

/** Whom a method is not for, as briefly as a label has room for; who must ask first stands together. */
export function notForInShort(notFor: readonly string[]): string {
  const parts = notFor.map((one) => {
    const [whom = '', why = ''] = one.split(': ');
    return { whom, asks: why.startsWith('ask'), little: /little|less/.test(why) };
  });
  const asks = parts.filter((one) => one.asks).map(({ whom }) => whom);
  return [
    ...parts.filter((one) => !one.asks).map(({ whom, little }) => (little ? `${whom}: little` : whom)),
    ...(asks.length > 0 ? [`ask first with ${asks.join(', ')}`] : [])
  ].join('; ');
}

/** One label for each vessel of a pack. @throws where the batch gets none */
export function labelsOf(labelled: LabelledBatch, { id, on, vessels, vessel, contains }: Pack): LabelFacts[] {
  const { batch, method, isCraft } = labelled;
  const problem = againstLabel(batch);
  if (problem) throw new Error(problem);
  // Vessels are numbered through all packs of the batch.
  const before = batch.packs
    .slice(
      0,
      batch.packs.findIndex((pack) => pack.id === id)
    )
    .reduce((sum, pack) => sum + pack.vessels, 0);
  const all = batch.packs.reduce((sum, pack) => sum + pack.vessels, 0);
  const keeping = method?.keeping;
  const inIt = [...new Set([...(method?.contains ?? []), ...contains])];
  return Array.from({ length: vessels }, (_, i) => ({
    name: labelled.name,
    scientific: labelled.scientific,
    part: labelled.part,
    way: labelled.way,
    isCraft,
    gathered: labelled.gathered,
    made: plainDate(on),
    checkedBy: labelled.checkedBy,
    contains: isCraft ? '' : inIt.join(', ') || 'nothing else',
    notFor: notForInShort(method?.notFor ?? []),
    useBy: isCraft
      ? { date: undefined, because: 'Not food' }
      : keeping
        ? {
            date: plainDate(addDays(on, keeping.days)),
            because: `${keeping.how}; after ${keeping.source}`
          }
        : { date: undefined, because: 'no source gives a time: look for mould before use' },
    vessel: `${vessel} ${before + i + 1} of ${all}`,
    code: labelled.code
  }));
}
