import { error, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { englishName, isCraft } from '$core/knowledge';
import { againstLabel, labelSheetNames, labelSheets, labelsOf } from '$core/making';
import { addressOf, plainDate } from '$core/words';
import { type WholeBatch, listBatches, taughtWay } from '$lib/server/making/batches';
import { libraryOfAll } from '$lib/server/library/library';
import { print } from '$lib/server/print';
import { sizeFor } from '$lib/server/print/labels';
import { attachment } from '$lib/server/request/attachment';
import { problemsOf } from '$lib/server/request/actions';
import { inSchoolOf, requireTeacher } from '$lib/server/request/guard';
import type { RequestHandler } from './$types';

const mostLabels = 480;

const Asked = z.object({
  sheet: z.enum(labelSheetNames, 'Choose a sheet.'),
  skip: z.coerce.number('Say how many labels are used.').int().min(0).max(23).default(0),
  byHand: z.string().optional()
});

/** Days and patches of a batch, in as few words as a label has room for. */
const gatheredWords = ({ takings }: WholeBatch): string =>
  takings.map(({ gatheredOn, patch }) => `${plainDate(gatheredOn)}, ${patch}`).join('; ');

/** Labels of the packs that are asked for, on one kind of sheet. */
export const GET: RequestHandler = async ({ locals, url }) => {
  const viewer = requireTeacher(locals);
  const asked = Asked.safeParse(Object.fromEntries(url.searchParams));
  if (!asked.success) error(400, `Not printed. ${problemsOf(asked.error)}`);
  const { sheet, skip, byHand } = asked.data;
  const packs = url.searchParams.getAll('pack');
  const { labels, now } = await inSchoolOf(viewer, async (db) => {
    const library = await libraryOfAll(db, viewer.regions);
    return {
      now: db.now,
      labels: (await listBatches(db)).flatMap((batch) => {
        const { state } = batch;
        const wanted = state.packs.filter(({ id }) => packs.includes(id));
        if (wanted.length === 0 || againstLabel(state)) return [];
        const taxon = library.taxa.get(batch.taxon);
        const labelled = {
          code: batch.code,
          name: taxon ? englishName(taxon) : batch.taxon,
          scientific: taxon?.name ?? '',
          part: batch.part,
          way: batch.way,
          isCraft: isCraft(batch.way),
          method: taughtWay(library, batch)?.preparation.method,
          batch: state,
          gathered: gatheredWords(batch),
          checkedBy: state.checked?.by ?? ''
        };
        return wanted.flatMap((pack) => labelsOf(labelled, pack));
      })
    };
  });
  const refuse = (problem: string): never =>
    redirect(303, addressOf('/making/labels', [['problem', problem]]));
  if (labels.length === 0)
    refuse('Not printed. Choose at least one batch; one whose pieces were not looked at again has no label.');
  if (labels.length > mostLabels) refuse(`Not printed. At most ${mostLabels} labels at once.`);
  if (skip >= labelSheets[sheet].across * labelSheets[sheet].down)
    refuse('Not printed. So many labels are not on one sheet.');
  const tooLong = labels.find((label) => sizeFor(label, sheet) === undefined);
  if (tooLong)
    refuse(
      `Not printed. The label of ${tooLong.name} has more words than this sheet holds, and none of them is left out: take a larger one.`
    );
  const pdf = await print('labels', {
    labels: {
      sheet,
      labels,
      skip,
      byHand: byHand !== undefined,
      address: `${url.origin}/making/code/`
    },
    title: 'Labels',
    date: now
  });
  return attachment(new Uint8Array(pdf), 'application/pdf', 'labels.pdf');
};
