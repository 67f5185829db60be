import type { Snippet } from 'svelte';
import type { Feedback, Given } from '$core/learning';

/** An answer under way. */
export interface Pending {
  /** The answer as far as it is whole; the page sends it. */
  readonly given: Given | undefined;
  /** What the button says: what will be sent, or what is still missing. */
  readonly label: string;
}

/** What the page of a round gives to the part that asks one kind of question. */
export interface KindProps<Question> {
  readonly questionId: string;
  readonly question: Question;
  /** Once the answer is in. */
  readonly feedback: Feedback | undefined;
  pending: Pending;
  /** The button that sends, for its place beside the choices. */
  readonly confirm: Snippet;
  /** What follows the answer, in the place of the choices. */
  readonly after: Snippet;
}
