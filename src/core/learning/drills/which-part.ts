import { z } from 'zod';
import { composePlate, viewOf, viewsFor } from '../../figure';
import { type Library, Stage, lacksOrgan, nameIn, stateLabel } from '../../knowledge';
import { type MarkedPhotograph, type Spot, drawnPicture, photographedPicture } from '../picture';
import { otherUnit } from '../unit';
import { onOne, photographsAt } from './album';
import { at, namedPlant, plantOf, type Named } from './contrast';
import { type OpenPicture, type Posed, defineDrill, worthOfEach } from './drill';
import { observationsOf } from './looks';
import type { MakingOnPlants } from './making';

/** The learner taps the part of a plant that shows a named state of a character: a term is known once it is found. */

const WhichPart = z.object({
  drill: z.literal('which part tells'),
  taxon: z.string(),
  stage: Stage,
  character: z.string(),
  seed: z.number().int(),
  photograph: z.uuid().optional()
});
type WhichPart = z.infer<typeof WhichPart>;

const WhichPartGiven = z.strictObject({
  drill: z.literal('which part tells'),
  tap: z.object({ x: z.number(), y: z.number() }).optional(),
  part: z.number().int().nonnegative().optional()
});
type WhichPartGiven = z.infer<typeof WhichPartGiven>;

export interface OpenWhichPart {
  readonly drill: 'which part tells';
  readonly plant: Named;
  readonly character: string;
  readonly state: string;
  readonly picture: OpenPicture;
  readonly parts: readonly { readonly id: number; readonly label: string; readonly at: Spot }[];
}

const plateSize = { width: 620, height: 440 };
/** Of a part on a program that knows only places. */
const spotRadius = 26;

/** @returns undefined where the plant or the character is there no more, or is not shown */
function poseWhichPart(
  library: Library,
  spec: WhichPart,
  photograph: MarkedPhotograph | undefined
): Posed<OpenWhichPart, WhichPartGiven> | undefined {
  const plant = plantOf(library, spec.taxon, spec.stage);
  const character = library.character.get(spec.character);
  const weights = plant?.stage.cells.get(spec.character);
  if (!plant || !character || !weights) return undefined;
  const others = library.characters.filter(
    ({ slug }) => plant.stage.cells.has(slug) && slug !== spec.character
  );
  const views = [
    'whole' as const,
    ...viewsFor(
      [spec.character, ...others.sort((a, b) => b.salience - a.salience).map(({ slug }) => slug)],
      2
    )
  ];
  const plate = composePlate(library, plant.taxon, plant.stage, spec.seed, views, plateSize);
  const picture = photograph
    ? photographedPicture(library, plant.stage, photograph)
    : drawnPicture(library, plate);
  const shown = observationsOf(
    library,
    plate.figures.flatMap(({ scene }) => scene.parts.flatMap(({ shows }) => shows))
  ).find((one) => one.character === character);
  const state =
    photograph || !shown ? weights.frequency.indexOf(Math.max(...weights.frequency)) : shown.state;
  const place = picture.placeOf(spec.character);
  if (!place) return undefined;
  return {
    open: () => ({
      drill: 'which part tells',
      plant: namedPlant(plant),
      character: character.name,
      state: stateLabel(character, state),
      // The words of a picture say which part shows what: here they would be the answer.
      picture: {
        name: 'specimen',
        ...picture.size,
        isPhotograph: photograph !== undefined,
        words: ['Its parts stand in the list beside it.']
      },
      parts: picture.parts
    }),
    image: (name) => (name === 'specimen' ? picture.image : undefined),
    offers: () => false,
    grade: ({ tap, part }) => {
      const pointed = tap
        ? picture.charactersAt(tap)
        : part === undefined
          ? undefined
          : picture.showsOf(part);
      const isRight = pointed?.includes(spec.character) ?? false;
      const outcome = isRight ? 'right' : 'missed';
      return {
        unit: otherUnit('character', spec.character),
        pair: undefined,
        specimenStage: spec.stage,
        outcome,
        score: Number(isRight),
        isDangerousSpecimen: false,
        decision: undefined,
        couldBeTold: undefined,
        partRight: isRight,
        specimen: spec.taxon,
        takenFor: undefined,
        feedback: {
          outcome,
          truth: undefined,
          reasons: [
            character.look,
            ...(character.kind === 'states' && character.states[state]
              ? [`${stateLabel(character, state)}: ${character.states[state].definition}`]
              : []),
            'The ring stands where it is seen best.'
          ],
          partRight: isRight,
          contrast: undefined,
          marks: [{ ...place, kind: 'here' }],
          credit: picture.credit
        }
      };
    }
  };
}

const pointedAt = new Set(['far', 'near']);

function make({ library, plants, seed, urgent }: MakingOnPlants): WhichPart | undefined {
  const candidates = plants.flatMap((plant) =>
    [...plant.stage.cells].flatMap(([slug, weights]) => {
      const character = library.character.get(slug)!;
      if (character.kind !== 'states' || !pointedAt.has(character.sense) || viewOf(slug) === 'whole')
        return [];
      const usual = character.states[weights.frequency.indexOf(Math.max(...weights.frequency))]!;
      // Nothing can be pointed at where there is nothing of the kind.
      const isNothing =
        usual.negative === true || usual.absent !== undefined || lacksOrgan(character, weights);
      return isNothing ? [] : [{ ...at(plant), character: slug }];
    })
  );
  // This very specimen must show it: a question that cannot be drawn would leave its round without an end.
  for (let left = candidates; left.length > 0;) {
    const chosen = urgent(left, ({ character }) => otherUnit('character', character))!;
    const asked = { drill: 'which part tells' as const, ...chosen, seed };
    if (poseWhichPart(library, asked, undefined)) return asked;
    left = left.filter((candidate) => candidate !== chosen);
  }
  return undefined;
}

export const whichPart = defineDrill({
  name: 'which part tells',
  title: 'Which part tells',
  asks: 'Find the part that shows a named character.',
  seconds: 12,
  Specification: WhichPart,
  Given: WhichPartGiven,
  pose: (library, spec, { photograph }) => poseWhichPart(library, spec, photograph),
  about: (library, { taxon, character }) => ({
    about: nameIn(library)(taxon),
    truth: library.character.get(character)?.name ?? ''
  }),
  plantsIn: (spec) => [spec],
  // Where a part is to be pointed at, it must be marked.
  onPhotographs: (_, spec, album) =>
    onOne(
      spec,
      photographsAt(album, spec).filter(({ marks }) =>
        marks.some(({ character }) => character === spec.character)
      )
    ),
  onPaper: (posed) => {
    const { plant, character, state, picture } = posed.open([]);
    return {
      asks: `${plant.name}. Where do you see this: ${character}, ${state}?`,
      pen: 'Put a ring around it.',
      choices: [],
      // Words of its parts would be the answer.
      pictures: [{ ...picture, words: [] }]
    };
  },
  inProgram: (_, __, posed) => {
    const { options, told } = worthOfEach(
      posed,
      posed.open([]).parts.map(({ id, at: { x, y } }) => ({
        shape: { shape: 'circle' as const, x, y, r: spotRadius },
        given: { drill: 'which part tells' as const, part: id }
      }))
    );
    return { answer: { kind: 'spot', choose: 'one', options }, told };
  },
  onPlants: { make }
});
