import { placeInWords } from '$core/place';
import type { BriefDocument } from '$core/walk';
import { frontOf } from './briefs';
import type { Plan } from './plan';

/** How help is called and where it gets to: on every page of a walk. */
export interface EmergencyHelp {
  readonly numbers: BriefDocument['front']['emergencyNumbers'];
  /** Where an ambulance can drive to, and the way there, each in a line. */
  readonly access: readonly string[];
  readonly signal: string;
}

/** @param numbers of the school as they are now: a wrong one that was mended is wrong in an old brief still */
export function helpFrom(
  front: Pick<BriefDocument['front'], 'accessPoint' | 'nearestRoad' | 'access' | 'meeting' | 'phoneSignal'>,
  numbers: EmergencyHelp['numbers']
): EmergencyHelp {
  return {
    numbers,
    access: [front.accessPoint, front.nearestRoad, placeInWords(front.access ?? front.meeting)].filter(
      Boolean
    ),
    signal: front.phoneSignal
  };
}

/** Of a plan without a brief yet. */
export const helpOfPlan = (plan: Plan): EmergencyHelp =>
  helpFrom(frontOf(plan), plan.settings.emergencyNumbers);
