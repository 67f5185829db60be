import { enoughSources } from '$core/walk';
import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import {
  type Claim,
  claimsOf,
  englishName,
  isDangerous,
  severityWords,
  valueInWords,
  worstSeverity
} from '$core/knowledge';
import {
  type Opinion,
  confirmedClaims,
  confirmingQueue,
  agreements,
  disagreements,
  enterOpinions,
  listSources
} from '$lib/server/library/bookshelf';
import { describeStage } from '$core/figure';
import { orNotFound, inSchoolOf, requireLeader } from '$lib/server/request/guard';
import { libraryOf } from '$lib/server/library/library';
import { readWalk } from '$lib/server/walk/walks';
import type { Actions, PageServerLoad } from './$types';

const titleOf = (claim: Claim): string =>
  claim.kind === 'hazard'
    ? `Harm, ${claim.hazard.route.replaceAll('-', ' ')}: ${severityWords[claim.hazard.severity]}`
    : claim.kind === 'use'
      ? `Use: ${claim.use.part}, in ${claim.use.stages.join(', ')}`
      : claim.kind === 'preparation'
        ? `Preparation: ${claim.preparation.part}, ${claim.preparation.way}`
        : `Looks in ${claim.stage}`;

export const load: PageServerLoad = ({ locals, params, url }) => {
  const viewer = requireLeader(locals);
  return inSchoolOf(viewer, async (db) => {
    const library = await libraryOf(db, viewer.region);
    const taxon = orNotFound(library.taxa.get(params.taxon), 'taxon');
    const sources = (await listSources(db)).filter(({ kind }) => kind !== 'web page');
    const confirmed = await confirmedClaims(db);
    const by = await agreements(db);
    const said = await disagreements(db);
    const queue = await confirmingQueue(db, library, viewer.today);
    const at = queue.findIndex((one) => one.taxon === taxon);
    const next = queue[at + 1] ?? queue.find((one) => one.taxon !== taxon);
    const from = z.uuid().safeParse(url.searchParams.get('walk')).data;
    const walk = from && (await readWalk(db, viewer, from));
    const wanted = (name: string, fallback: number) =>
      sources.find(({ id }) => id === url.searchParams.get(name))?.id ?? sources[fallback]?.id ?? '';
    const textOf = (claim: Claim): string => {
      if (claim.kind === 'hazard') {
        const { effect, principle, onset, parts } = claim.hazard;
        return `${effect}. Principle: ${principle}. Onset: ${onset}. Parts: ${parts}.`;
      }
      if (claim.kind === 'use') return `${claim.use.preparation} ${claim.use.conditions}`;
      if (claim.kind === 'preparation') {
        const { part, way } = claim.preparation;
        return valueInWords(library, `preparations/${part}:${way}`, claim.preparation);
      }
      return describeStage(library, taxon.stages.get(claim.stage)!)
        .map(
          ({ organ, characters }) =>
            `${organ}: ${characters
              .filter(({ isNothing }) => !isNothing)
              .map(({ name, text }) => `${name.toLowerCase()} ${text}`)
              .join('; ')}`
        )
        .join('. ');
    };
    return {
      slug: taxon.slug,
      name: englishName(taxon),
      scientific: taxon.name,
      severity: worstSeverity(taxon),
      isDangerous: isDangerous(taxon),
      basis: taxon.basis,
      sources,
      enough: enoughSources,
      chosen: [wanted('a', 0), wanted('b', 1)] as const,
      done: url.searchParams.get('done') ?? undefined,
      walk: walk ? { id: walk.id, name: walk.name } : undefined,
      next: next && { slug: next.taxon.slug, name: englishName(next.taxon) },
      claims: claimsOf(taxon).map((claim) => ({
        hash: claim.hash,
        kind: claim.kind,
        title: titleOf(claim),
        text: textOf(claim),
        confirmed: confirmed.get(claim.hash) ?? 0,
        by: by.get(claim.hash) ?? [],
        said: said.get(claim.hash) ?? []
      }))
    };
  });
};

const place = z.string().trim().max(120, 'Where it stands has at most 120 letters.').default('');
const Sent = z.object({
  a: z.union([z.uuid(), z.literal('')]),
  b: z.union([z.uuid(), z.literal('')]),
  whereA: place,
  whereB: place,
  /** The taxon that the button named. */
  next: z.string().max(80).default(''),
  walk: z.union([z.uuid(), z.literal('')]).default('')
});

export const actions: Actions = {
  default: async ({ request, locals, params }) => {
    const viewer = requireLeader(locals);
    const data = await request.formData();
    const sent = Sent.safeParse({
      a: data.get('a') ?? '',
      b: data.get('b') ?? '',
      whereA: data.get('whereA') ?? '',
      whereB: data.get('whereB') ?? '',
      next: data.get('next') ?? '',
      walk: data.get('walk') ?? ''
    });
    if (!sent.success) return fail(400, { problem: 'Choose your sources from the shelf.' });
    const places = new Map([
      [sent.data.b, sent.data.whereB],
      [sent.data.a, sent.data.whereA]
    ]);
    const chosen = [...new Set([sent.data.a, sent.data.b])].filter(Boolean);
    if (chosen.length === 0)
      return fail(400, { problem: 'Choose a source first; the shelf is filled on the page before.' });
    const to = await inSchoolOf(viewer, async (db) => {
      const library = await libraryOf(db, viewer.region);
      const taxon = orNotFound(library.taxa.get(params.taxon), 'taxon');
      const known = new Set((await listSources(db)).map(({ id }) => id));
      const before = await agreements(db);
      const opinions: Opinion[] = [];
      for (const { hash } of claimsOf(taxon))
        for (const source of chosen.filter((id) => known.has(id))) {
          const otherwise = String(data.get(`otherwise:${hash}:${source}`) ?? '')
            .trim()
            .slice(0, 600);
          const isNew =
            otherwise !== '' ||
            (data.has(`agrees:${hash}:${source}`) &&
              !before.get(hash)?.some(({ sourceId }) => sourceId === source));
          if (isNew && !places.get(source))
            return fail(400, {
              problem:
                'Nothing was entered: say where in the source it stands, the page, the plate, or the day of a talk.'
            });
          opinions.push({
            claim: hash,
            source,
            place: places.get(source),
            says: otherwise ? { otherwise } : data.has(`agrees:${hash}:${source}`) ? 'agrees' : 'nothing'
          });
        }
      const { disputed } = await enterOpinions(db, viewer.personId, opinions);
      const { a, b, next, walk } = sent.data;
      const query = new URLSearchParams({ a, b, done: englishName(taxon), ...(walk && { walk }) });
      return `/species/confirm/${disputed > 0 || !library.taxa.has(next) ? taxon.slug : next}?${query}`;
    });
    if (typeof to !== 'string') return to;
    redirect(303, to);
  }
};
