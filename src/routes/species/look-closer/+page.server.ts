import { closerView, lookCloser, observationsFrom } from '$core/evidence';
import { inSchoolOf, requireSignedIn } from '$lib/server/request/guard';
import { libraryOf } from '$lib/server/library/library';
import { placeAndDate } from '$lib/server/library/place-and-date';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, url }) => {
  const viewer = requireSignedIn(locals);
  return inSchoolOf(viewer, async (db) => {
    const library = await libraryOf(db, viewer.region);
    const { where, circumstances } = await placeAndDate(db, viewer, url);
    const { searchParams } = url;
    const said = observationsFrom(library, searchParams.getAll('see'), searchParams.getAll('cannot'));
    const question = searchParams.get('ask') ?? undefined;
    const rules = { mayDig: circumstances.mayDig, scentCounts: circumstances.policy.scentCounts };
    const look = lookCloser(library, circumstances, rules, said.seen, said.unseen, question);
    return { where, ...closerView(library, look, said, question, searchParams.get('look') ?? undefined) };
  });
};
