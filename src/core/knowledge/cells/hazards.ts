import { severityWords } from '../harm';
import { type Hazard, Taxon } from '../schema';
import { type ListKind, numberIn, readList, writeList } from './kind';

/** What harms, by which route and in which parts. */
export const hazards: ListKind<Hazard> = {
  title: 'harm',
  schema: Taxon.shape.hazards.unwrap().element,
  keyOf: ({ route, parts, fromTheGround }) => `${route}:${parts}${fromTheGround ? ':ground' : ''}`,
  words: ({ severity, effect, principle, onset, parts }) =>
    `${severityWords[severity]}: ${effect}; ${principle}; ${onset}; ${parts}`,
  /** The more severe. */
  stricter: (own, base) => (own === undefined || base.severity > own.severity ? base : own),
  read: (filled) => ({
    value: {
      route: filled.text('route'),
      severity: Number(filled.text('severity')),
      principle: filled.text('principle'),
      effect: filled.text('effect'),
      onset: filled.text('onset'),
      parts: filled.text('parts'),
      ...(filled.has('fromTheGround') ? { fromTheGround: true as const } : {})
    }
  }),
  toRow: ({ severity, stages, fromTheGround, ...hazard }) => ({
    ...hazard,
    severity: String(severity),
    stages: writeList(stages ?? []),
    fromTheGround: fromTheGround ? 'yes' : ''
  }),
  fromRow: ({ route, severity, principle, effect, onset, parts, stages, fromTheGround }) => ({
    route,
    severity: numberIn(severity!),
    principle,
    effect,
    onset,
    parts,
    ...(stages ? { stages: readList(stages) } : {}),
    ...(fromTheGround ? { fromTheGround: true } : {})
  })
};
