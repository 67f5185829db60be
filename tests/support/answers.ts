import { v7 as uuid } from 'uuid';
import type { AnswerEvent } from '../../src/core/field';
import type { DrillName, Given } from '../../src/core/learning';
import type { Client } from './client';

/** An answer to any drill that leaves the plant alone, or knows nothing. */
export function cautious(drill: DrillName): Given {
  switch (drill) {
    case 'side by side':
      return { drill, choice: 'cannot tell', confidence: 'sure' };
    case 'prove it':
      return { drill, decision: 'look further', confidence: 'sure' };
    case 'basket':
      return { drill, takenOut: [], keepsNone: true, confidence: 'sure' };
    case 'tray':
    case 'from the path':
      return { drill, picked: [] };
    case 'which part tells':
      return { drill, tap: { x: 1, y: 1 } };
    case 'should we take it':
      return { drill, reason: 'no leave to pick' };
    case 'season':
      return { drill, order: [0] };
    case 'names and terms':
      return { drill, answer: '' };
    case 'which family':
      return { drill };
    case 'own question':
      return { drill, chosen: [], typed: '' };
  }
}

export const answerTo = (questionId: string, given: Given): AnswerEvent => ({
  id: uuid(),
  kind: 'answer',
  questionId,
  given,
  seconds: 5
});

/** The open question of a round, as its page has it. */
export async function openQuestion(
  client: Client,
  roundPath: string
): Promise<{ questionId: string; drill: DrillName } | undefined> {
  const found = /next:\{id:"([0-9a-f-]{36})",number:\d+,question:\{drill:"([^"]+)"/.exec(
    await client.text(roundPath)
  );
  return found ? { questionId: found[1]!, drill: found[2] as DrillName } : undefined;
}

/** The open question of a round, as the page asks for it after an answer: data alone, without the page. */
export async function openQuestionOf(
  client: Client,
  roundPath: string
): Promise<{ questionId: string; drill: DrillName } | undefined> {
  const text = await client.text(`${roundPath}/__data.json`);
  const { nodes } = JSON.parse(text) as { nodes: ({ data?: unknown[] } | null)[] };
  const data = nodes.flatMap((node) => (node?.data ? [node.data] : [])).at(-1) ?? [];
  // Values stand in one list; objects name the places of theirs.
  const at = (place: unknown) => data[Number(place)] as Record<string, unknown> | undefined;
  const next = at(at(at(0)?.['round'])?.['next']);
  if (!next) return undefined;
  return {
    questionId: String(data[Number(next['id'])]),
    drill: data[Number(at(next['question'])?.['drill'])] as DrillName
  };
}

/** Answers a round's questions cautiously until one of a drill is open. */
export async function openOf(
  client: Client,
  roundPath: string,
  drill: DrillName
): Promise<string | undefined> {
  for (;;) {
    const open = await openQuestion(client, roundPath);
    if (!open || open.drill === drill) return open?.questionId;
    await client.send([answerTo(open.questionId, cautious(open.drill))]);
  }
}
