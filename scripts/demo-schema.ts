import { z } from 'zod';
import { abundances } from '../src/core/evidence';
import { groundKinds } from '../src/core/ground';
import { Stage } from '../src/core/knowledge';
import { eventKinds } from '../src/lib/server/ground-events';
import { CensusBody } from '../src/lib/server/takings';
import { TideRecord } from '../src/lib/server/tide';
import { EmergencyNumber, levels, roles } from '../src/core/walk';

/** What content/demo/demo.yaml holds. Places are in metres east and north of each site's origin. */

const metres = z.tuple([z.number(), z.number()]);
export const Demo = z.strictObject({
  school: z.strictObject({
    id: z.uuid(),
    name: z.string(),
    timeZone: z.string(),
    demoDate: z.iso.date(),
    emergencyNumbers: z.array(EmergencyNumber)
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
      guardian: z.string().optional()
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
      claims: z.array(z.enum(['use', 'hazard', 'looks'])).default(['use'])
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
      origin: z.tuple([z.number(), z.number()]),
      habitats: z.array(z.string()),
      altitude: z.number(),
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
          line: z.array(metres).optional(),
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
          only: z.boolean().default(false),
          outline: z.array(metres).optional()
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
  walks: z.array(
    z.strictObject({
      key: z.string(),
      name: z.string(),
      site: z.string(),
      cohort: z.string(),
      leader: z.string(),
      on: z.iso.date(),
      at: z.string(),
      published: z.iso.date().optional(),
      stops: z.array(
        z.strictObject({
          name: z.string(),
          patch: z.string().optional(),
          at: metres.optional(),
          minutes: z.number(),
          points: z.string().default(''),
          taxa: z
            .array(
              z.strictObject({
                taxon: z.string(),
                role: z.enum(roles),
                part: z.string().default(''),
                portion: z.string().default(''),
                pieces_each: z.number().nullable().default(null)
              })
            )
            .default([])
        })
      )
    })
  ),
  rounds: z.strictObject({
    walk: z.string(),
    days: z.array(z.iso.date()),
    learners: z.array(z.string()),
    skills: z.record(z.string(), z.number())
  })
});
export type Demo = z.infer<typeof Demo>;
