import { type GroundKind, metresFromWay } from '../../../ground';
import { type Check, type Checked, look, passed } from './check';

/** How near a group may come to what is on the map before it is said, in metres (common practice, no source). */
export const wayDangers: Readonly<Partial<Record<GroundKind, number>>> = {
  cliff: 15,
  railway: 15,
  'main road': 10,
  'lane with traffic': 5,
  'deep mud': 10,
  water: 3
};

/** A stop so far beside the path still counts as at it. */
const besidePath = 60;

/** Whether the legs keep to the path, what they come near to, and whether their climbs are known. */
export function wayChecks({ facts, times }: Pick<Checked, 'facts' | 'times'>): Check[] {
  const { legs, wayBack } = times;
  const mend = { label: 'See the map', at: 'site' } as const;
  if (legs.length === 0) return [];
  const said = (i: number) => `${facts.stops[i]?.name ?? ''} to ${facts.stops[i + 1]?.name ?? ''}`;
  const aside = legs.flatMap(({ offPathMetres }, i) =>
    offPathMetres > besidePath ? [`${said(i)}, ${Math.round(offPathMetres / 10) * 10} m`] : []
  );
  const lines = [...legs.map(({ line }) => line), ...(wayBack ? [wayBack.line] : [])];
  const near = facts.dangersOfGround.flatMap(({ kind, name, edge }) => {
    const keep = wayDangers[kind] ?? 0;
    const metres = Math.min(...lines.map((line) => metresFromWay(line, edge)));
    if (metres > keep) return [];
    const what = name ? `${name} (${kind})` : kind;
    return [
      look(
        `near ${kind} ${name ?? edge.line[0]!.join(' ')}`,
        metres < 1 ? `Look: the way meets ${what}` : `Look: ${Math.round(metres)} m from ${what}`,
        metres < 1
          ? 'The way crosses it or leads through it. Say how the group passes, and who stands where.'
          : `The way comes within ${Math.round(metres)} m of it. Say where the group stops, and on which side it keeps.`,
        mend
      )
    ];
  });
  const isUnknown = !facts.site.isLevel && legs.every(({ profile }) => profile.length === 0);
  return [
    aside.length > 0
      ? look(
          'off path',
          'Look: the way leaves the path',
          `Beside it: ${aside.join('; ')}. The map does not say what is walked through there, and it counts as level ground.`,
          mend
        )
      : passed('off path', 'Path', 'Every leg keeps to it.'),
    ...near,
    ...(isUnknown
      ? [
          look(
            'heights',
            'Look: no heights',
            'The path has none, so that no climb is in the timetable. On a hill the walk takes longer than it says.',
            { label: 'Bring in a track with heights, or say that it is level', at: 'site' }
          )
        ]
      : [])
  ];
}
