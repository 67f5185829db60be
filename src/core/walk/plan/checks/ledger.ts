import { contentHash } from '../../../knowledge';
import type { Check, Checked } from './check';
import { groundChecks } from './ground';
import { peopleChecks } from './people';
import { plantChecks } from './plants';
import { timeChecks } from './time';

/** A stop that somebody lifted, for the figures that stood there then. */
export interface Lift {
  readonly key: string;
  /** Of what the check said: other figures need another look. */
  readonly figures: string;
  readonly reason: string;
  readonly by: string;
  readonly on: string;
}

/** What a lift belongs to: the check as it stands now. */
export const figuresOf = ({ title, detail }: Pick<Check, 'title' | 'detail'>): string =>
  contentHash([title, detail]).slice(0, 16);

const rank = ({ state, lifted }: Check): number =>
  state === 'stop' ? 0 : lifted ? 2 : state === 'look' ? 1 : 3;

/** A lifted stop becomes a look, which keeps its words and says who answers for it. */
function withLift(check: Check, lifts: readonly Lift[]): Check {
  if (check.state !== 'stop' || !check.mayLift) return check;
  const lift = lifts.find(({ key, figures }) => key === check.key && figures === figuresOf(check));
  return lift
    ? {
        ...check,
        state: 'look',
        title: check.title.replace('Stop: ', 'Lifted: '),
        lifted: { by: lift.by, reason: lift.reason, on: lift.on }
      }
    : check;
}

/** The ledger of a plan: what stops comes first, then what to look at, then what was lifted. */
export function runChecks(checked: Checked, lifts: readonly Lift[] = []): Check[] {
  return [...timeChecks(checked), ...peopleChecks(checked), ...groundChecks(checked), ...plantChecks(checked)]
    .map((check) => withLift(check, lifts))
    .sort((a, b) => rank(a) - rank(b));
}

export const holdsBack = (checks: readonly Check[]): boolean => checks.some(({ state }) => state === 'stop');
