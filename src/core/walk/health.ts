import type { Hazard, Library, LibraryTaxon, Load } from '../knowledge';
import { englishName } from '../knowledge';

/**
 * What a learner has told that matters to what is met, and what it is matched with. A match is a reason to
 * ask, never a diagnosis; without one nothing is shown to be harmless. Common cautions, no source: a
 * clinician decides.
 */

interface Concern {
  readonly label: string;
  readonly kind: 'allergy' | 'medicine' | 'pregnancy' | 'illness' | 'other';
  readonly loads?: readonly Load[];
  readonly routes?: readonly Hazard['route'][];
  readonly families?: readonly string[];
  readonly groups?: readonly LibraryTaxon['group'][];
  /** What runs white where it is broken. */
  readonly milk?: true;
  /** Whatever comes from the ground where it grows: flukes, germs. */
  readonly fromTheGround?: true;
  /** It matters on every walk, whatever is met. */
  readonly onEveryWalk?: true;
}

const anyAllergy: readonly Hazard['route'][] = ['allergy'];
const anyMedicine: readonly Hazard['route'][] = ['medicine'];

export const concerns = {
  pregnancy: {
    label: 'pregnant, may be, or breastfeeding',
    kind: 'pregnancy',
    routes: ['pregnancy'],
    loads: ['pyrrolizidine alkaloids', 'essential oil', 'furanocoumarin', 'iodine', 'nitrate', 'salicylate']
  },
  child: {
    label: 'a small child comes along or will eat of it',
    kind: 'other',
    loads: ['oxalate', 'nitrate', 'iodine', 'salicylate', 'essential oil', 'pyrrolizidine alkaloids']
  },
  'weak-defences': {
    label: 'weakened defences against infection',
    kind: 'illness',
    groups: ['shellfish'],
    fromTheGround: true
  },
  epilepsy: {
    label: 'epilepsy',
    kind: 'illness',
    loads: ['essential oil'],
    routes: ['medicine'],
    onEveryWalk: true
  },
  gout: { label: 'gout', kind: 'illness', loads: ['oxalate', 'diuretic'] },
  'blood-thinner': {
    label: 'medicine against clotting',
    kind: 'medicine',
    routes: anyMedicine,
    loads: ['vitamin K', 'salicylate']
  },
  'water-tablets': {
    label: 'water tablets, lithium, or heart or blood-pressure medicine',
    kind: 'medicine',
    routes: anyMedicine,
    loads: ['diuretic', 'salt']
  },
  'light-sensitive': {
    label: 'skin, or a medicine, that reacts to sunlight',
    kind: 'medicine',
    routes: ['medicine', 'sap-then-sunlight'],
    loads: ['furanocoumarin']
  },
  'other-medicine': { label: 'another medicine taken daily', kind: 'medicine', routes: anyMedicine },
  kidney: {
    label: 'kidney stones or kidney illness',
    kind: 'illness',
    loads: ['oxalate', 'salt', 'nitrate']
  },
  liver: {
    label: 'liver illness',
    kind: 'illness',
    loads: ['pyrrolizidine alkaloids', 'essential oil']
  },
  thyroid: { label: 'thyroid illness or medicine', kind: 'illness', loads: ['iodine'] },
  asthma: { label: 'asthma', kind: 'illness', routes: ['smoke', 'allergy'], onEveryWalk: true },
  skin: {
    label: 'skin that reacts easily',
    kind: 'illness',
    routes: ['touch', 'sap', 'sting', 'sap-then-sunlight']
  },
  aspirin: { label: 'allergic to aspirin', kind: 'allergy', routes: anyAllergy, loads: ['salicylate'] },
  'carrot-family': {
    label: 'allergic to celery, carrot or their kin',
    kind: 'allergy',
    routes: anyAllergy,
    families: ['Apiaceae']
  },
  'daisy-family': {
    label: 'allergic to mugwort, ragweed, chamomile or their kin',
    kind: 'allergy',
    routes: anyAllergy,
    families: ['Asteraceae']
  },
  'mustard-family': {
    label: 'allergic to mustard or cabbage',
    kind: 'allergy',
    routes: anyAllergy,
    families: ['Brassicaceae']
  },
  'onion-family': {
    label: 'allergic to onion or garlic',
    kind: 'allergy',
    routes: anyAllergy,
    families: ['Amaryllidaceae']
  },
  latex: {
    label: 'allergic to latex, or to banana, kiwi, avocado or chestnut',
    kind: 'allergy',
    families: ['Euphorbiaceae', 'Moraceae'],
    milk: true,
    onEveryWalk: true
  },
  shellfish: { label: 'allergic to shellfish', kind: 'allergy', groups: ['shellfish', 'alga'] },
  pollen: {
    label: 'hay fever or pollen allergy with an itching mouth',
    kind: 'allergy',
    routes: anyAllergy,
    families: ['Rosaceae', 'Asteraceae', 'Apiaceae']
  },
  'insect-sting': { label: 'allergic to wasp or bee stings', kind: 'allergy', onEveryWalk: true },
  'other-allergy': { label: 'another allergy', kind: 'allergy', routes: anyAllergy, onEveryWalk: true },
  other: { label: 'something else that leaders should know', kind: 'other', onEveryWalk: true }
} as const satisfies Record<string, Concern>;
export type ConcernKey = keyof typeof concerns;
export const concernKeys = Object.keys(concerns) as [ConcernKey, ...ConcernKey[]];

export interface HealthNote {
  readonly person: string;
  readonly concern: ConcernKey;
  /** In the learner's own words. */
  readonly words: string;
}

export interface HealthMatch extends HealthNote {
  readonly label: string;
  readonly taxon: string;
  readonly name: string;
  /** What of the plant speaks to it. */
  readonly why: string;
}

/** Routes that reach only who eats it. */
const byEating: ReadonlySet<Hazard['route']> = new Set(['eaten', 'medicine', 'pregnancy']);

/** A taxon as it is met on a walk. */
export interface MetTaxon {
  readonly taxon: LibraryTaxon;
  /** It is gathered, and may be eaten afterwards; what is only shown harms by touch, scent or smoke at most. */
  readonly isGathered: boolean;
  /** It runs white where it is broken. */
  readonly hasMilk: boolean;
}

/** A taxon as it is met, with what the library says of its sap: described as white at any stage, usually at least. */
export function metTaxon(library: Library, taxon: LibraryTaxon, isGathered: boolean): MetTaxon {
  const milk = library.character.get('milk');
  const white = milk?.kind === 'states' ? milk.states.findIndex(({ slug }) => slug === 'white') : -1;
  const hasMilk = [...taxon.stages.values()].some(
    ({ cells }) => (cells.get('milk')?.frequency[white] ?? 0) > 0.5
  );
  return { taxon, isGathered, hasMilk };
}

const matchOf = (concern: Concern, { taxon, isGathered, hasMilk }: MetTaxon): string | undefined => {
  const hazards = taxon.hazards.filter(
    ({ route, severity, fromTheGround }) =>
      severity > 0 &&
      (concern.routes?.includes(route) || (concern.fromTheGround && fromTheGround)) &&
      (isGathered || !byEating.has(route))
  );
  const loads = isGathered ? taxon.loads.filter((load) => concern.loads?.includes(load)) : [];
  const reasons = [
    ...hazards.map(({ effect }) => effect),
    ...loads.map((load) => `holds ${load}`),
    ...(concern.milk && hasMilk ? ['runs with white milk, a latex'] : []),
    ...(concern.families?.includes(taxon.family) ? [`belongs to the ${taxon.family}`] : []),
    ...(concern.groups?.includes(taxon.group)
      ? [`is ${taxon.group === 'alga' ? 'a seaweed, with small animals on it' : 'a shellfish'}`]
      : [])
  ];
  return reasons.length > 0 ? reasons.join('; ') : undefined;
};

/** Notes put beside the taxa that they speak against, in the order of the notes. */
export function healthMatches(notes: readonly HealthNote[], taxa: readonly MetTaxon[]): HealthMatch[] {
  return notes.flatMap((note) => {
    const concern: Concern = concerns[note.concern];
    return taxa.flatMap((met) => {
      const { taxon } = met;
      const why = matchOf(concern, met);
      return why ? [{ ...note, label: concern.label, taxon: taxon.slug, name: englishName(taxon), why }] : [];
    });
  });
}

/** Each note with what it is about and the taxa that it speaks against. */
export function notesBesideTaxa<Note extends HealthNote>(notes: readonly Note[], taxa: readonly MetTaxon[]) {
  return notes.map((note) => ({
    ...note,
    label: concerns[note.concern].label,
    matches: healthMatches([note], taxa).map(({ taxon, name, why }) => ({ taxon, name, why }))
  }));
}

/** The notes that touch a walk: what speaks to a plant that is met, and what matters everywhere. */
export const notesOfWalk = <Note extends HealthNote>(notes: readonly Note[], taxa: readonly MetTaxon[]) =>
  notesBesideTaxa(notes, taxa).filter(({ concern, matches }) => {
    const { onEveryWalk }: Concern = concerns[concern];
    return onEveryWalk || matches.length > 0;
  });
