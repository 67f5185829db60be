import type { PlanFacts } from '../facts';
import type { KitItem } from '../kit';
import type { PlanTimes } from '../times';

/** Where a check can be mended; ‘show’ is done on the spot: the taxon is shown instead of gathered. */
export const mendPlaces = [
  'show',
  'site',
  'school',
  'people',
  'plan',
  'day',
  'group',
  'kit',
  'patch',
  'confirm'
] as const;

/** One row of the ledger. A stop holds the brief back; a look is advice. */
export interface Check {
  readonly key: string;
  readonly state: 'stop' | 'look' | 'pass';
  readonly title: string;
  readonly detail: string;
  readonly mend?: {
    readonly label: string;
    readonly at: (typeof mendPlaces)[number];
    /** The patch, the stop or the taxon in question. */
    readonly id?: string;
  };
  /** An instructor may lift this stop with a written reason. */
  readonly mayLift?: true;
  /** It was lifted, by whom and why; it holds the brief back no longer. */
  readonly lifted?: { readonly by: string; readonly reason: string; readonly on: string };
}

/** A plan with what follows from it before the checks. */
export interface Checked {
  readonly facts: PlanFacts;
  readonly times: PlanTimes;
  readonly kit: readonly KitItem[];
}

type Mend = NonNullable<Check['mend']>;

const row = (state: Check['state'], key: string, title: string, detail: string, mend?: Mend): Check => ({
  key,
  state,
  title,
  detail,
  ...(mend ? { mend } : {})
});

export const passed = (key: string, title: string, detail: string): Check => row('pass', key, title, detail);
export const look = (key: string, title: string, detail: string, mend?: Mend): Check =>
  row('look', key, title, detail, mend);
/** Nothing lifts it. */
export const stop = (key: string, title: string, detail: string, mend: Mend): Check =>
  row('stop', key, title, `${detail} Nothing can lift this.`, mend);
export const stopUnlessLifted = (key: string, title: string, detail: string, mend: Mend): Check => ({
  ...row('stop', key, title, detail, mend),
  mayLift: true
});
