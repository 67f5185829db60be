import { counted } from '../words';
import { type Pack, stopName } from './pack';
import type { WalkEvent } from './walk-events';

/** What was tapped, in a few words. */

interface Told {
  readonly pack: Pick<Pack, 'stops'>;
  nameOf(slug: string): string;
  personName(id: string): string;
}

export const lateWords = (late: number): string => {
  const minutes = Math.round(Math.abs(late));
  if (minutes < 2) return 'in time';
  return `${minutes} min ${late > 0 ? 'late' : 'early'}`;
};

export function wordsOf(told: Told, event: WalkEvent): string {
  const { pack } = told;
  const who = (id: string | undefined) => (id ? told.personName(id) : 'group');
  switch (event.kind) {
    case 'attendance':
      return `${who(event.person)}: ${event.state}`;
    case 'guest':
      return `Guest: ${event.name}`;
    case 'go or not':
      return event.goes ? 'We go' : 'We do not go';
    case 'head count':
      return `${event.counted} of ${event.expected} counted`;
    case 'arrived':
    case 'left':
    case 'dropped':
      return `${event.kind}, ${stopName(pack, event.stop)}`;
    case 'warned':
      return `Warned of ${told.nameOf(event.taxon)}`;
    case 'evidence':
      return `${who(event.person)} said a sign`;
    case 'named':
      return event.isEarly ? 'named early' : 'named';
    case 'looked':
      return `A check ${event.finding}`;
    case 'lookalike':
      return `${told.nameOf(event.lookalike)}: ${event.how}`;
    case 'test':
      return `${who(event.person)}: ${event.outcome}`;
    case 'may we take':
      return event.mayTake ? 'may be taken' : 'not taken here';
    case 'taken':
      return `${who(event.person)} +${event.pieces}${event.isLifted ? ' lifted' : ''}`;
    case 'put back':
      return `${who(event.person)} put back ${event.pieces}`;
    case 'left here':
      return `${told.nameOf(event.taxon)} left: ${event.because}`;
    case 'picking':
      return `Picking ${event.state}`;
    case 'handed over':
      return `${event.pieces} handed to phone ${event.to}`;
    case 'taken over':
      return `${event.pieces} taken over`;
    case 'code given up':
      return `A code of phone ${event.from} given up`;
    case 'basket':
      return `${who(event.person)}’s basket: ${event.kept} stay`;
    case 'tasting':
      return `${who(event.person)} tastes: ${event.answer}`;
    case 'fire':
      return `Fire ${event.state}`;
    case 'blades':
      return `${counted(event.count, 'blade')} ${event.state}`;
    case 'served':
      return `${event.amount} ${event.unit}s of ${event.what}`;
    case 'nearly ready':
      return `${told.nameOf(event.taxon)} nearly ready`;
    case 'new patch':
      return `New patch of ${told.nameOf(event.taxon)}`;
    case 'unknown plant':
      return `Unknown: ${event.name}`;
    case 'ground differs':
      return `${told.nameOf(event.taxon)}: ${event.how}`;
    case 'incident':
      return `${who(event.person)}: ${event.incident}`;
    case 'health opened':
      return 'Health notes opened';
    case 'task':
      return 'Task given';
    case 'closed':
      return 'Walk closed';
    default:
      return event.kind;
  }
}
