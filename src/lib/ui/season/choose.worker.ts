import { type TideSource, tideFrom } from '$core/sky';
import { type DayCircumstances, type ScoredDay, type WishedPlant, dayRules, scoreDays } from '$core/year';

/** Scores the days of a period beside the page, and tells how far it is. */
export interface Question {
  readonly wishes: readonly WishedPlant[];
  readonly circumstances: DayCircumstances;
  readonly tide: TideSource | undefined;
  readonly from: string;
  readonly days: number;
}
export type Answer =
  | { readonly kind: 'progress'; readonly done: number }
  | { readonly kind: 'done'; readonly days: readonly ScoredDay[] };

/** Days between two reports. */
const reportEvery = 20;

addEventListener('message', ({ data }: MessageEvent<Question>) => {
  const { wishes, circumstances, tide: source, from, days } = data;
  const tide = source && tideFrom(source);
  const say = (answer: Answer) => postMessage(answer);
  const scored: ScoredDay[] = [];
  for (const day of scoreDays(wishes, dayRules(circumstances, tide, from, days), from, days)) {
    scored.push(day);
    if (scored.length % reportEvery === 0) say({ kind: 'progress', done: scored.length });
  }
  say({ kind: 'done', days: scored });
});
