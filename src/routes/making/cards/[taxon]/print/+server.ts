import { exactly, inGrams, massOf, portionInWords, scale, sharedInWords, stepTime } from '$core/making';
import { counted } from '$core/words';
import { z } from 'zod';
import { error } from '@sveltejs/kit';
import { libraryOfAll } from '$lib/server/library/library';
import { listBatches } from '$lib/server/making/batches';
import { type CardOnPage, cardOf, chosenPreparation } from '$lib/server/making/card';
import { print } from '$lib/server/print';
import type { PrintedCard } from '$lib/server/print/preparation';
import { attachment } from '$lib/server/request/attachment';
import { problemsOf } from '$lib/server/request/actions';
import { inSchoolOf, orNotFound, requireSignedIn } from '$lib/server/request/guard';
import type { RequestHandler } from './$types';

const Asked = z.object({
  part: z.string(),
  way: z.string(),
  pieces: z.coerce.number('Pieces are a number.').int().min(1).max(100_000).optional(),
  grams: z.coerce.number('Grams are a number.').positive('More than nothing.').max(100_000).optional(),
  people: z.coerce.number('People are a number.').int().min(1).max(500).optional()
});

function onPaper(card: CardOnPage, asked: z.output<typeof Asked>): PrintedCard | undefined {
  const { method, yields } = card;
  if (!method || !yields) return undefined;
  const gathered = asked.grams
    ? exactly(asked.grams)
    : asked.pieces
      ? massOf(asked.pieces, card.grams)
      : undefined;
  const scaled = gathered && scale(method, yields, gathered);
  const of = (words: string, mostly: number) => ({
    words,
    grams: inGrams(mostly),
    share: gathered ? Math.min(1.2, mostly / gathered.mostly) : 1
  });
  return {
    title: `${card.name} ${card.part}, ${card.made}`,
    scientific: card.scientific,
    scaledFor: scaled
      ? `scaled to ${asked.grams ? inGrams(asked.grams) : counted(asked.pieces!, 'piece')} gathered`
      : '',
    amounts: scaled
      ? [
          of('gathered', scaled.gathered.mostly),
          of('cleaned', scaled.cleaned.mostly),
          of(card.made, scaled.ready.mostly)
        ]
      : [],
    portion: method.portion
      ? [
          portionInWords(method.portion),
          ...(scaled ? [`${counted(scaled.whole, 'portion')}, and ${inGrams(scaled.rest)} over.`] : []),
          ...(scaled && asked.people ? [sharedInWords(scaled, method.portion, asked.people, card.name)] : [])
        ]
      : ['Not food, and never becomes it.'],
    tool: method.tool,
    cutOff: method.cutOff,
    washing: method.washing,
    heat: `Heat: ${method.heat}`,
    why: method.why,
    steps: method.steps.map((step) => ({
      what: [step.do, stepTime(step)].filter(Boolean).join(', '),
      how: step.how ?? '',
      until: step.until
    })),
    notFor: method.notFor,
    contains: method.contains.join(', '),
    wrong: method.wrong,
    keeping: method.keeping
      ? `${method.keeping.days} days, ${method.keeping.how}. After ${method.keeping.source}.`
      : 'No source gives a time, so none is given.',
    sources: [
      ...card.citations,
      ...method.sources,
      card.basis,
      card.isConfirmed ? '' : `A draft: ${card.confirmed} of two sources confirm it.`
    ]
      .filter(Boolean)
      .join(' ')
  };
}

/** A card on one page. */
export const GET: RequestHandler = async ({ locals, params, url }) => {
  const viewer = requireSignedIn(locals);
  const asked = Asked.safeParse(Object.fromEntries(url.searchParams));
  if (!asked.success) error(400, `Not printed. ${problemsOf(asked.error)}`);
  const { card, now } = await inSchoolOf(viewer, async (db) => {
    const library = await libraryOfAll(db, viewer.regions);
    const taxon = orNotFound(library.taxa.get(params.taxon), 'taxon');
    const preparation = orNotFound(
      await chosenPreparation(db, taxon, asked.data.part, asked.data.way),
      'card'
    );
    return { card: await cardOf(db, library, taxon, preparation, await listBatches(db)), now: db.now };
  });
  const printed = onPaper(card, asked.data);
  if (!printed) error(400, card.refused);
  const pdf = await print('card', { card: printed, title: printed.title, date: now });
  return attachment(new Uint8Array(pdf), 'application/pdf', `${printed.title}.pdf`);
};
