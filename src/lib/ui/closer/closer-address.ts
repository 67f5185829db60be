import { addressOf } from '$core/words';

/** What stands in an address that ends in its query: all of an identification, so that Back takes a step back. */
export interface Looking {
  /** Of the page, or of a screen behind the # of one. */
  readonly path: string;
  /** Kept where it is in the address already; the day of the school is not. */
  readonly date: string;
  readonly site: string;
  /** The find without a name that is looked at, where one is. */
  readonly find: string;
  /** Entries of a character and its state, `slug~state`. */
  readonly seen: readonly string[];
  /** Characters that cannot be told. */
  readonly unseen: readonly string[];
  /** The plant that they had in mind. */
  readonly question: string | undefined;
}

/** One step, or all of them taken back: an entry seen or taken back, a character that cannot be told or can again, one to look at, a plant in mind. */
export type Step =
  | 'begin again'
  | {
      readonly see?: string;
      readonly unsee?: string;
      readonly cannot?: string;
      readonly can?: string;
      readonly look?: string;
      readonly ask?: string;
    };

const characterOf = (entry: string): string => entry.split('~')[0]!;

/** The address of the page after one step: a character is seen in one state, or not told, never both. */
export function addressAfter(looking: Looking, step: Step): string {
  if (step === 'begin again') return looking.path;
  const { see, unsee, cannot, can, look, ask } = step;
  const entry = see ?? unsee;
  const changed = entry === undefined ? undefined : characterOf(entry);
  const seen = looking.seen.filter((one) => characterOf(one) !== changed);
  const unseen = looking.unseen.filter((slug) => slug !== can && slug !== changed && slug !== look);
  return addressOf(looking.path, [
    ['site', looking.site],
    ['date', looking.date],
    ['find', looking.find],
    ...seen.map((one) => ['see', one] as const),
    ['see', see ?? ''],
    ...unseen.map((slug) => ['cannot', slug] as const),
    ['cannot', cannot ?? ''],
    ['ask', ask ?? looking.question ?? ''],
    ['look', look ?? '']
  ]);
}
