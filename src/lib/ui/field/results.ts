/** What the server says of events that were sent, one by one. */
export interface Result {
  readonly id: string;
  readonly status?: number;
  readonly problem?: string;
}

/** The results in an answer; none where something else than the server has answered, such as the page of a hotel. */
export async function resultsIn(response: Response): Promise<readonly Result[]> {
  const answer: unknown = await response.json().catch(() => undefined);
  const results =
    typeof answer === 'object' && answer !== null && 'results' in answer ? answer.results : undefined;
  return Array.isArray(results) ? (results as Result[]) : [];
}

/** Whether the server has looked at an event and will look at it the same way for ever. */
export const isJudged = ({ status }: Result): boolean =>
  status === undefined || (status >= 400 && status < 500);
