import { fail } from '@sveltejs/kit';
import {
  allowanceInWords,
  cellAt,
  cellHash,
  cellsOf,
  englishName,
  Hazard,
  Load,
  organs,
  pathInWords,
  Stage,
  Standing,
  stageNames,
  type Taxon,
  Use,
  valueInWords,
  cellFrom,
  ways,
  windowsText
} from '$core/knowledge';
import { filledFrom } from '$lib/server/request/filled';
import { editCell, listChanges, withdrawEdit } from '$lib/server/library/corrections';
import { orNotFound, inSchoolOf, requireLeader } from '$lib/server/request/guard';
import { schoolLibrary } from '$lib/server/library/library';
import type { Actions, PageServerLoad } from './$types';

const lists = ['names', 'hazards', 'uses', 'parts', 'preparations', 'legal'] as const;
const texts = ['note', 'microhabitat', 'meaning', 'flavour', 'lifeForm', 'basis', 'synonyms'] as const;

export const load: PageServerLoad = ({ locals, params, url }) => {
  const viewer = requireLeader(locals);
  return inSchoolOf(viewer, async (db) => {
    const { library, document } = await schoolLibrary(db, viewer.region);
    const taxon: Taxon = orNotFound(
      document.taxa.find(({ slug }) => slug === params.taxon),
      'taxon'
    );
    const stages = stageNames.filter((stage) => taxon.stages[stage]);
    const stage = Stage.safeParse(url.searchParams.get('stage')).data ?? stages[0] ?? 'leaf';
    const entry = taxon.stages[stage];
    const own = new Set(
      (await listChanges(db, viewer.region, taxon.slug, 5000))
        .filter(({ isLatest, kind }) => isLatest && kind !== 'withdraw')
        .map(({ path }) => path)
    );
    const cell = (path: string) => {
      const value = cellAt(taxon, path);
      return { path, seen: cellHash(value) ?? '', isOwn: own.has(path) };
    };
    const place = library.character.get('place');
    return {
      slug: taxon.slug,
      name: englishName(taxon),
      scientific: taxon.name,
      stages,
      otherStages: stageNames.filter((one) => !taxon.stages[one]),
      stage,
      isDescribed: entry !== undefined,
      windows: { ...cell(`stages/${stage}/windows`), text: entry ? windowsText(entry.windows) : '' },
      organs: organs.map((organ) => ({
        organ,
        characters: library.characters
          .filter((character) => character.organ === organ)
          .map((character) => {
            const path = `stages/${stage}/${character.slug}`;
            const value = entry?.description[character.slug];
            return {
              ...cell(path),
              slug: character.slug,
              name: character.name,
              look: character.look,
              value,
              words: valueInWords(library, path, value),
              unit: character.kind === 'range' ? character.unit : '',
              states:
                character.kind === 'states'
                  ? character.states.map(({ slug, label, definition }) => ({ slug, label, definition }))
                  : []
            };
          })
      })),
      lists: lists.map((list) => ({
        list,
        items: [...cellsOf(taxon)]
          .filter(([path]) => path.startsWith(`${list}/`))
          .map(([path, value]) => ({
            ...cell(path),
            value: value as Record<string, unknown>,
            title: pathInWords(library, path),
            words: valueInWords(library, path, value)
          }))
      })),
      harvest: { ...cell('harvest'), value: taxon.harvest },
      allowance: {
        ...cell('allowance'),
        value: taxon.allowance,
        words: taxon.allowance ? allowanceInWords(taxon.allowance) : 'none: no allowance can be worked out'
      },
      texts: texts.map((path) => ({
        ...cell(path),
        text: path === 'synonyms' ? taxon.synonyms.join(', ') : (taxon[path] ?? '')
      })),
      habitats: { ...cell('habitats'), value: taxon.habitats },
      loads: { ...cell('loads'), value: taxon.loads },
      region: library.region.title,
      standing: {
        ...cell('standing'),
        value: taxon.standing,
        words: taxon.standing ? valueInWords(library, 'standing', taxon.standing) : 'not known'
      },
      choices: {
        habitats: place?.kind === 'states' ? place.states.map(({ slug, label }) => ({ slug, label })) : [],
        loads: Load.options,
        origins: Standing.shape.origin.unwrap().options,
        frequencies: Standing.shape.frequency.unwrap().options,
        routes: Hazard.shape.route.options,
        kinds: Use.shape.kind.options,
        ways,
        usedParts: [...new Set(taxon.uses.filter(({ kind }) => kind !== 'history').map(({ part }) => part))],
        stages: stageNames
      },
      isOwnTaxon: own.has('taxon')
    };
  });
};

export const actions: Actions = {
  save: async ({ request, locals, params }) => {
    const viewer = requireLeader(locals);
    const data = await request.formData();
    return inSchoolOf(viewer, async (db) => {
      const { library } = await schoolLibrary(db, viewer.region);
      const form = String(data.get('form') ?? '');
      const read = cellFrom(library, filledFrom(data));
      if ('problem' in read) return fail(400, { form, problem: read.problem });
      // An item of a list whose key has changed is another item: the old one goes, the new one comes.
      const before = String(data.get('path') ?? '');
      const reason = String(data.get('reason') ?? '')
        .trim()
        .slice(0, 300);
      const seen = String(data.get('seen') ?? '') || undefined;
      const isRenamed = data.has('list') && before !== '' && before !== read.path;
      const outcome = await editCell(db, viewer, {
        taxon: params.taxon,
        path: read.path,
        value: read.value,
        seen: isRenamed ? undefined : seen,
        reason
      });
      if (outcome.kind === 'problem') return fail(400, { form, problem: outcome.problem });
      if (outcome.kind === 'conflict')
        return fail(409, {
          form,
          problem: `${outcome.by ?? 'Somebody'} changed this meanwhile. It now reads: ${valueInWords(library, read.path, outcome.current)}. Nothing of yours was saved; save again if yours should stand.`,
          current: cellHash(outcome.current) ?? ''
        });
      if (isRenamed)
        await editCell(db, viewer, { taxon: params.taxon, path: before, value: undefined, seen, reason });
      return { form, said: 'Saved. Everything that follows from it is computed anew.' };
    });
  },
  remove: async ({ request, locals, params }) => {
    const viewer = requireLeader(locals);
    const data = await request.formData();
    const form = String(data.get('form') ?? '');
    const outcome = await inSchoolOf(viewer, (db) =>
      editCell(db, viewer, {
        taxon: params.taxon,
        path: String(data.get('path') ?? ''),
        value: undefined,
        seen: String(data.get('seen') ?? '') || undefined,
        reason: ''
      })
    );
    return outcome.kind === 'done'
      ? { form, said: 'Taken away. It can be brought back under Changes.' }
      : fail(400, {
          form,
          problem:
            outcome.kind === 'problem'
              ? outcome.problem
              : 'Somebody changed this meanwhile. Nothing was taken away.'
        });
  },
  withdraw: async ({ request, locals, params }) => {
    const viewer = requireLeader(locals);
    const data = await request.formData();
    const form = String(data.get('form') ?? '');
    await inSchoolOf(viewer, (db) =>
      withdrawEdit(db, viewer, params.taxon, String(data.get('path') ?? ''), 'Back to the release.')
    );
    return { form, said: 'The release’s value stands again.' };
  }
};
