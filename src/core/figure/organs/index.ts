/** Leaves on their stalks, stems with what they bear, and what both show. */

export { drawFoot, groundPart, rootlets } from './ground';
export { type LeafPlace, bladePart, leafParts } from './leaves';
export { anchorIn, onPaper, partOf, tubeArea, withoutShown } from './part';
export { bladeShows, stalkShows, stemCharacters } from './shows';
export { drawStalk, ringAt } from './stalk';
export { cutEnd, discs, hook, stemLook, stemPart, tendril, winterBuds } from './stem';
