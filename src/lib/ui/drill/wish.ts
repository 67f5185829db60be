/** Asks for one more look of an open question. Nothing is counted if it does not come through. */
export async function askFor<Question>(
  questionId: string,
  wish: string
): Promise<{ readonly question: Question } | { readonly problem: string }> {
  try {
    const response = await fetch(`/questions/${questionId}/wishes`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ wish })
    });
    const body = await response.json();
    return body.question
      ? { question: body.question }
      : { problem: body.problem ?? body.message ?? 'This was not given.' };
  } catch {
    return { problem: 'No connection. Ask again when you are back; nothing was counted.' };
  }
}
