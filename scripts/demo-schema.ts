import { z } from 'zod';
import { walkEventKinds } from '../src/core/field';
import { abundances } from '../src/core/evidence';
import { groundKinds } from '../src/core/ground';
import { Stage, ways } from '../src/core/knowledge';
import { WrittenAnswer, outcomes } from '../src/core/learning';
import { turnedOut } from '../src/core/making';
import { eventKinds } from '../src/lib/server/ground/ground-events';
import { CensusBody } from '../src/lib/server/ground/ledger';
import { NewPlanting } from '../src/lib/server/ground/plantings';
import { TideRecord } from '../src/lib/server/season/tide';
import { paceRules } from '../src/core/route';
import {
  Activity,
  EmergencyNumber,
  WeatherLimit,
  concernKeys,
  handlings,
  levels,
  roles,
  walkKinds
} from '../src/core/walk';

/** What content/demo/demo.yaml holds. Places are in metres east and north of each site's origin. */

const metres = z.tuple([z.number(), z.number()]);
/** A bend of a line, perhaps with its height above the sea. */
const bend = z.union([metres, z.tuple([z.number(), z.number(), z.number()])]);
export const Demo = z.strictObject({
  school: z.strictObject({
    id: z.uuid(),
    name: z.string(),
    timeZone: z.string(),
    /** The first is that of all that says none. */
    regions: z.array(z.string()).min(1),
    demoDate: z.iso.date(),
    emergencyNumbers: z.array(EmergencyNumber),
    insuranceUntil: z.iso.date()
  }),
  password: z.string(),
  people: z.array(
    z.strictObject({
      key: z.string(),
      name: z.string(),
      role: z.enum(['owner', 'instructor', 'assistant', 'learner', 'guest']),
      email: z.email().optional(),
      skill: z.number().optional(),
      minor: z.boolean().default(false),
      guardian: z.string().optional(),
      firstAid: z.iso.date().optional()
    })
  ),
  cohorts: z.array(
    z.strictObject({ key: z.string(), name: z.string(), level: z.enum(levels), members: z.array(z.string()) })
  ),
  bookshelf: z.array(z.strictObject({ key: z.string(), kind: z.string(), citation: z.string() })),
  confirmations: z.array(
    z.strictObject({
      taxon: z.string(),
      sources: z.array(z.string()),
      claims: z.array(z.enum(['use', 'hazard', 'preparation', 'looks'])).default(['use'])
    })
  ),
  disagreements: z.array(
    z.strictObject({ taxon: z.string(), hazard: z.string(), source: z.string(), otherwise: z.string() })
  ),
  corrections: z.array(
    z.strictObject({ taxon: z.string(), path: z.string(), value: z.json(), reason: z.string() })
  ),
  sites: z.array(
    z.strictObject({
      key: z.string(),
      name: z.string(),
      region: z.string().optional(),
      timeZone: z.string().optional(),
      origin: z.tuple([z.number(), z.number()]),
      habitats: z.array(z.string()),
      altitude: z.number(),
      /** Nothing on it climbs. */
      level: z.boolean().default(false),
      tide: TideRecord.optional(),
      finds: z
        .array(
          z.strictObject({
            name: z.string(),
            at: metres,
            on: z.iso.date(),
            by: z.string(),
            note: z.string().default(''),
            seen: z.array(z.string())
          })
        )
        .default([]),
      accessPoint: z.string(),
      nearestRoad: z.string(),
      phoneSignal: z.string(),
      emergencyCall: z.string().default(''),
      toilets: z.string(),
      permission: z.strictObject({
        from: z.string(),
        since: z.iso.date(),
        until: z.iso.date(),
        pick: z.boolean(),
        dig: z.boolean(),
        fire: z.boolean().default(false),
        fee: z.boolean().default(false),
        designation: z.string().default(''),
        rules: z.string().default(''),
        group: z.number()
      }),
      note: z.string(),
      ground: z.array(
        z.strictObject({
          kind: z.enum(groundKinds),
          name: z.string(),
          polygon: z.array(metres).optional(),
          line: z.array(bend).optional(),
          point: metres.optional()
        })
      ),
      patches: z.array(
        z.strictObject({
          key: z.string(),
          name: z.string(),
          taxon: z.string(),
          at: metres,
          abundance: z.enum(abundances),
          microhabitat: z.string().default(''),
          habitats: z.array(z.string()).default([]),
          only: z.boolean().default(false),
          outline: z.array(bend).optional()
        })
      ),
      censuses: z
        .array(
          z.strictObject({
            patch: z.string(),
            on: z.iso.date(),
            by: z.string(),
            body: CensusBody,
            exempt: z.number().optional()
          })
        )
        .default([]),
      plantings: z
        .array(
          NewPlanting.omit({ plantedOn: true, note: true }).extend({
            patch: z.string(),
            on: z.iso.date(),
            by: z.string(),
            note: z.string().default(''),
            cameUp: z.number().optional(),
            lookedOn: z.iso.date().optional()
          })
        )
        .default([]),
      gatherings: z
        .array(
          z.strictObject({
            patch: z.string(),
            on: z.iso.date(),
            by: z.string(),
            part: z.string(),
            pieces: z.number(),
            people: z.number().optional(),
            minutes: z.number().optional(),
            note: z.string().default('')
          })
        )
        .default([]),
      events: z
        .array(
          z.strictObject({
            patch: z.string().optional(),
            kind: z.enum(eventKinds),
            on: z.iso.date(),
            closedUntil: z.iso.date().optional(),
            setsBack: z.number().optional(),
            by: z.string(),
            note: z.string().default('')
          })
        )
        .default([]),
      sightings: z
        .array(
          z.strictObject({
            patch: z.string(),
            stage: Stage,
            says: z.enum(['there', 'not yet', 'over']),
            on: z.iso.date(),
            by: z.string(),
            note: z.string().default('')
          })
        )
        .default([])
    })
  ),
  wishes: z.array(z.strictObject({ site: z.string(), taxon: z.string(), worth: z.number() })).default([]),
  diary: z
    .array(
      z.strictObject({
        from: z.iso.date(),
        until: z.iso.date(),
        what: z.string(),
        bars: z.boolean().default(true)
      })
    )
    .default([]),
  /** Invented notes, as learners might tell them; kept until two weeks after the walk. */
  health: z
    .array(
      z.strictObject({
        person: z.string(),
        concern: z.enum(concernKeys),
        words: z.string(),
        keepUntil: z.iso.date(),
        by: z.string()
      })
    )
    .default([]),
  walks: z.array(
    z.strictObject({
      key: z.string(),
      kind: z.enum(walkKinds).default('walk'),
      name: z.string(),
      site: z.string(),
      venue: z.string().default(''),
      cohort: z.string(),
      level: z.enum(levels).optional(),
      leader: z.string(),
      along: z.array(z.string()).default([]),
      on: z.iso.date(),
      at: z.string(),
      due: z.string().optional(),
      pace: z.enum(paceRules).default('Naismith'),
      published: z.iso.date().optional(),
      weather: z.array(WeatherLimit).default([]),
      packed: z.array(z.string()).default([]),
      /** Stops of the ledger that an instructor lifted. */
      lifted: z.array(z.strictObject({ key: z.string(), reason: z.string(), on: z.iso.date() })).default([]),
      /** As its phones recorded it. */
      went: z
        .strictObject({
          phones: z.number().int().min(1),
          /** By patch. */
          left: z.record(z.string(), z.number().int()),
          /** `at` counts minutes from the start; people, patches and stops by key and number. */
          events: z.array(
            z.looseObject({
              at: z.number(),
              phone: z.number().int().default(1),
              kind: z.enum(walkEventKinds)
            })
          )
        })
        .optional(),
      stops: z.array(
        z.strictObject({
          name: z.string(),
          patch: z.string().optional(),
          at: metres.optional(),
          minutes: z.number(),
          points: z.string().default(''),
          shore: z.boolean().default(false),
          activity: Activity.optional(),
          taxa: z
            .array(
              z.strictObject({
                taxon: z.string(),
                role: z.enum(roles),
                part: z.string().default(''),
                portion: z.string().default(''),
                pieces_each: z.number().nullable().default(null),
                specimens: z.number().nullable().default(null),
                handling: z.enum(handlings).default('open'),
                reason: z.string().default('')
              })
            )
            .default([])
        })
      )
    })
  ),
  /** Invented results: who practised on which days for a walk, how well, and how carefully. */
  rounds: z.strictObject({
    walk: z.string(),
    learners: z.array(
      z.strictObject({
        person: z.string(),
        days: z.array(z.iso.date()),
        skill: z.number(),
        /** On the first day; it grows to the skill by the last. */
        from: z.number(),
        caution: z.number()
      })
    )
  }),
  /** Quizzes on the same walk, with the invented results of a first sitting. */
  quizzes: z.array(
    z.strictObject({
      key: z.string(),
      name: z.string(),
      cohort: z.string(),
      kind: z.enum(['once', 'before and after']),
      minutes: z.number().optional(),
      questions: z.number(),
      /** Keys of questions of the school’s own that it asks at its end. */
      own: z.array(z.string()),
      on: z.iso.date(),
      by: z.string(),
      sat: z.array(
        z.strictObject({ person: z.string(), on: z.iso.date(), skill: z.number(), caution: z.number() })
      )
    })
  ),
  /** Questions that the school has written itself; a picture is one of its drawings, kept as a picture. */
  ownQuestions: z.array(
    z.strictObject({
      key: z.string(),
      by: z.string(),
      on: z.iso.date(),
      plate: z
        .strictObject({ taxon: z.string(), stage: Stage, seed: z.number(), words: z.string() })
        .optional(),
      title: z.string(),
      asks: z.string(),
      /** Places are in units of the drawing, 620 wide and 440 high. */
      answer: WrittenAnswer,
      reason: z.string()
    })
  ),
  /** Rounds with a group on the walk of the results, with what its phones answered. */
  groupRounds: z.array(
    z.strictObject({
      key: z.string(),
      name: z.string(),
      by: z.string(),
      on: z.iso.date(),
      specimens: z.number(),
      /** The specimen over which it stands still, with the first of its phones having answered; else it is over. */
      openAt: z.number().optional(),
      phones: z.array(z.strictObject({ name: z.string(), skill: z.number(), caution: z.number() }))
    })
  ),
  /** Pictures in words by which plants are kept in mind; one that fits a lookalike is shown as refused. */
  memoryPictures: z.array(
    z.strictObject({
      taxon: z.string(),
      stage: Stage,
      words: z.string(),
      states: z.array(z.strictObject({ character: z.string(), state: z.string() })),
      by: z.string(),
      on: z.iso.date()
    })
  ),
  /** Invented results on living plants, and what was signed off. */
  signOffs: z.array(
    z.strictObject({
      person: z.string(),
      pair: z.string(),
      stage: Stage,
      step: z.enum(['shown', 'signed off']),
      outcome: z.enum(outcomes).default('right'),
      plant: z.string(),
      by: z.string(),
      on: z.iso.date()
    })
  ),
  /** What learners have written into their notebooks. */
  notebooks: z.array(
    z.strictObject({
      person: z.string(),
      kind: z.enum(['find', 'question', 'wish']),
      on: z.iso.date(),
      words: z.string(),
      taxon: z.string().optional(),
      place: z.string().default(''),
      shared: z.boolean().default(true),
      answer: z.strictObject({ by: z.string(), words: z.string() }).optional()
    })
  ),
  /** What was made of what was taken. */
  making: z.strictObject({
    batches: z.array(
      z.strictObject({
        key: z.string(),
        part: z.string(),
        way: z.enum(ways),
        on: z.iso.date(),
        by: z.string(),
        takings: z
          .array(
            z.strictObject({
              patch: z.string(),
              walk: z.string().optional(),
              on: z.iso.date(),
              pieces: z.number()
            })
          )
          .min(1),
        /** Each with the fields of its kind. */
        acts: z.array(
          z.looseObject({
            at: z.iso.datetime(),
            by: z.string(),
            kind: z.string(),
            cooking: z.string().optional()
          })
        )
      })
    ),
    dishes: z.array(
      z.strictObject({
        key: z.string(),
        name: z.string(),
        note: z.string(),
        on: z.iso.date(),
        by: z.string(),
        parts: z.array(
          z.strictObject({ taxon: z.string(), part: z.string(), way: z.enum(ways), grams: z.number() })
        ),
        others: z.array(z.strictObject({ words: z.string(), contains: z.array(z.string()) })),
        cookings: z.array(
          z.strictObject({
            on: z.iso.date(),
            by: z.string(),
            people: z.number(),
            how: z.enum(turnedOut),
            words: z.string(),
            otherwise: z.string().default('')
          })
        )
      })
    ),
    needs: z.array(
      z.strictObject({
        taxon: z.string(),
        part: z.string(),
        way: z.enum(ways),
        grams: z.number(),
        meantFor: z.string()
      })
    )
  })
});
export type Demo = z.infer<typeof Demo>;
