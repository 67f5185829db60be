import type { PackBrief } from '$core/field';
import { inMarkup } from '$core/text';
import { placedStops } from '$core/walk';
import type { SchoolDb } from '../database/school';
import { mapPicture } from '../print/map-picture';
import { type Brief, readBriefPlates } from '../walk/briefs';

/** Of a phone's width, in pixels, and no higher than two thirds of its screen. */
const [wide, highest] = [360, 520];

/** A picture within a page has no fonts but the phone's own. */
const onScreen = { font: 'sans-serif', written: inMarkup };

/** A brief as a phone takes it along, with its drawings and the map of the way. @param brief as its reader may see it */
export async function briefAlong(db: SchoolDb, { id, version, document }: Brief): Promise<PackBrief> {
  const map = document.map && mapPicture(document.map, placedStops(document), wide, highest, onScreen);
  return {
    version,
    document,
    plates: Object.fromEntries(await readBriefPlates(db, id)),
    ...(map && { map })
  };
}
