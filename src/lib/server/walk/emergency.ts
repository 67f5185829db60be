import { placeInWords } from '$core/place';
import type { BriefDocument } from '$core/walk';
import { frontOf } from './briefs';
import type { Plan } from './plan';

/** How help is called and where it gets to: on every page of a walk. */
export interface EmergencyHelp {
  readonly numbers: BriefDocument['front']['emergencyNumbers'];
  /** Where an ambulance can drive to, and the way there, each in a line; nothing where nobody described it. */
  readonly access: readonly string[];
  /** Where the group meets: not everywhere that an ambulance gets to. Empty for a class, and where it is not known. */
  readonly meeting: string;
  readonly signal: string;
}

/** What speaks of help in a walk's front page. */
type Front = Pick<
  BriefDocument['front'],
  'accessPoint' | 'nearestRoad' | 'access' | 'meeting' | 'phoneSignal'
>;

function helpFrom(
  front: Front,
  numbers: EmergencyHelp['numbers'],
  { hasMeeting }: { readonly hasMeeting: boolean }
): EmergencyHelp {
  return {
    numbers,
    access: [front.accessPoint, front.nearestRoad, front.access ? placeInWords(front.access) : ''].filter(
      Boolean
    ),
    meeting: hasMeeting ? placeInWords(front.meeting) : '',
    signal: front.phoneSignal
  };
}

/** @param numbers of the school as they are now: a wrong one that was mended is wrong in an old brief still */
export const helpOfBrief = (
  { walk, front }: Pick<BriefDocument, 'walk' | 'front'>,
  numbers: EmergencyHelp['numbers']
): EmergencyHelp => helpFrom(front, numbers, { hasMeeting: walk.kind === 'walk' });

/** Of a plan without a brief yet: the place of a walk may be known to nobody. */
export const helpOfPlan = (plan: Plan): EmergencyHelp =>
  helpFrom(frontOf(plan), plan.settings.emergencyNumbers, {
    hasMeeting: plan.walk.kind === 'walk' && (plan.stops.length > 0 || plan.site.place !== undefined)
  });
