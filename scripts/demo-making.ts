import { batchActs, codeLength, type BatchAct } from '../src/core/making';
import { codeOf } from '../src/core/words';
import { insert } from '../src/lib/server/database/insert';
import type { SchoolDb } from '../src/lib/server/database/school';
import type { IdOf } from './demo-place';
import type { Demo } from './demo-schema';

/** What was made of what was taken: batches with all that was done to them, dishes, and what a year needs. */
export async function loadMaking(db: SchoolDb, { making, sites }: Demo, idOf: IdOf): Promise<void> {
  const taxonOf = (patch: string) =>
    sites.flatMap(({ patches }) => patches).find(({ key }) => key === patch)!.taxon;
  for (const dish of making.dishes) {
    await insert(db, 'dish', {
      id: idOf('dish', dish.key),
      name: dish.name,
      note: dish.note,
      parts: JSON.stringify(dish.parts),
      others: JSON.stringify(dish.others),
      changedBy: idOf('person', dish.by),
      changedAt: `${dish.on}T18:00:00Z`
    });
    for (const { on, by, ...cooked } of dish.cookings)
      await insert(db, 'cooking', {
        id: idOf('cooking', `${dish.key} ${on}`),
        dishId: idOf('dish', dish.key),
        cookedOn: on,
        ...cooked,
        writtenBy: idOf('person', by),
        effectiveAt: `${on}T20:00:00Z`
      });
  }
  for (const batch of making.batches) {
    const id = idOf('batch', batch.key);
    await insert(db, 'batch', {
      id,
      code: codeOf(Buffer.from(id.replaceAll('-', ''), 'hex').subarray(0, codeLength - 1)),
      taxon: taxonOf(batch.takings[0]!.patch),
      part: batch.part,
      way: batch.way,
      begunOn: batch.on,
      begunBy: idOf('person', batch.by),
      effectiveAt: `${batch.on}T14:00:00Z`
    });
    for (const [position, { patch, walk, on, pieces }] of batch.takings.entries())
      await insert(db, 'batch_taking', {
        batchId: id,
        position,
        patchId: idOf('patch', patch),
        walkId: walk && idOf('walk', walk),
        gatheredOn: on,
        pieces
      });
    for (const [i, { at, by, kind, cooking, ...said }] of batch.acts.entries())
      await insert(db, 'batch_event', {
        id: idOf('batch event', `${batch.key} ${i}`),
        batchId: id,
        kind,
        body: JSON.stringify(
          batchActs[kind as BatchAct].parse({
            ...said,
            ...(cooking && { cooking: idOf('cooking', cooking) })
          })
        ),
        doneBy: idOf('person', by),
        effectiveAt: at
      });
  }
  for (const need of making.needs) await insert(db, 'yearly_need', need);
}
