import {
  type Droppable,
  type Timetable,
  type TurningBack,
  timetable,
  turningBack,
  type wayAlong,
  whatToDrop
} from '../../route';
import type { PlanFacts } from './facts';

/** Everything of a plan that is a time of day, in minutes after midnight. */
export interface PlanTimes extends Timetable {
  /** When everybody has to be back: as it was set, else the end and the reserve. */
  readonly due: number;
  /** Minutes between the end and that. */
  readonly reserve: number;
  readonly turningBack: TurningBack | undefined;
  /** Stops to leave out when late, those first that save most. */
  readonly drops: readonly Droppable[];
}

type TimeFacts = Pick<PlanFacts, 'kind' | 'rhythm' | 'due' | 'reserve' | 'stops' | 'taxa'>;

/** Stops that gather, or that show a dangerous lookalike of what is gathered, are not dropped. */
function neededStops({ stops, taxa }: TimeFacts): boolean[] {
  const gathered = taxa.filter(({ role }) => role === 'gather');
  const feared = new Set(gathered.flatMap(({ lookalikes }) => lookalikes));
  const needed = new Set(
    taxa.filter(({ role, slug }) => role === 'gather' || feared.has(slug)).map(({ stopId }) => stopId)
  );
  return stops.map(({ id }) => needed.has(id));
}

/** @param way along the site's path; a class has no legs whatever the way */
export function planTimes(facts: TimeFacts, way: ReturnType<typeof wayAlong>): PlanTimes {
  const isOnFoot = facts.kind === 'walk';
  const gathers = facts.taxa.some(({ role }) => role === 'gather');
  const basketCheck = gathers ? facts.rhythm.basketCheck : 0;
  const rhythm = { ...facts.rhythm, basketCheck, headCount: isOnFoot ? facts.rhythm.headCount : 0 };
  const stops = facts.stops.map(({ at, minutes }) => ({ at, minutes }));
  const timed = (list: typeof stops) => timetable(list, isOnFoot ? way : undefined, rhythm);
  const whole = timed(stops);
  const due = facts.due ?? whole.end + facts.reserve;
  const needed = neededStops(facts);
  return {
    ...whole,
    due,
    reserve: due - whole.end,
    turningBack: turningBack(whole, due, rhythm.basketCheck + rhythm.headCount),
    drops: whatToDrop(
      whole,
      (without) => timed(stops.filter((_, i) => i !== without)),
      (i) => needed[i]!
    )
  };
}
