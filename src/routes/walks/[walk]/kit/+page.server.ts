import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { WeatherLimit, usualLimits, weatherKinds, weatherOf } from '$core/walk';
import { orNotFound, idFrom, inSchoolOf, requireTeacher } from '$lib/server/request/guard';
import { kitSteps, removeOwnKit, setKit, stepOf } from '$lib/server/walk/kit';
import { changeWalk } from '$lib/server/walk/plan-changes';
import { walkPage } from '$lib/server/walk/walk-page';
import { readWalk, saveWeather } from '$lib/server/walk/walks';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
  const id = idFrom(params.walk, 'walk');
  if (locals.viewer?.role === 'learner') redirect(303, `/walks/${id}/brief`);
  const { plan } = await walkPage(locals, id);
  const state = new Map(plan.kitState.map((one) => [one.item, one]));
  const applies = weatherOf(plan.facts);
  return {
    items: [
      ...plan.kit.map(({ key, label, why, carriedBy, protects }) => ({
        key,
        label,
        why,
        carriedBy,
        protects,
        isOwn: false,
        step: stepOf(state.get(key) ?? { isPacked: false, isStruck: false })
      })),
      ...plan.kitState
        .filter(({ isOwn }) => isOwn)
        .map(({ item, ...stands }) => ({
          key: item,
          label: item,
          why: 'added by the leaders',
          carriedBy: 'leaders' as const,
          protects: false,
          isOwn: true,
          step: stepOf(stands)
        }))
    ],
    weather: weatherKinds
      .filter((kind) => applies.includes(kind) || plan.walk.weather.some((limit) => limit.kind === kind))
      .map((kind) => ({
        limit: '',
        decides: '',
        when: '',
        ...plan.walk.weather.find((limit) => limit.kind === kind),
        kind,
        applies: applies.includes(kind),
        usual: usualLimits[kind]
      })),
    leaderNames: plan.leaders.map(({ name }) => name)
  };
};

const item = z.string().trim().min(1, 'Say what is packed.').max(200, 'At most 200 letters.');
const Change = z.object({
  item,
  isOwn: z.enum(['true', 'false']).transform((value) => value === 'true'),
  from: z.enum(kitSteps),
  to: z.enum([...kitSteps, 'removed'])
});

export const actions: Actions = {
  /** Assistants pack too. */
  change: async ({ request, locals, params }) => {
    const viewer = requireTeacher(locals);
    const id = idFrom(params.walk, 'walk');
    const change = Change.safeParse(Object.fromEntries(await request.formData()));
    if (!change.success) return fail(400, { problem: 'No such thing in the kit.' });
    const { to, ...thing } = change.data;
    return inSchoolOf(viewer, async (db) => {
      orNotFound(await readWalk(db, viewer, id), 'walk');
      if (to === 'removed') {
        await removeOwnKit(db, id, thing.item);
        return {};
      }
      const conflict = await setKit(db, viewer, id, { ...thing, to });
      return conflict ? fail(409, { problem: conflict }) : {};
    });
  },
  add: async ({ request, locals, params }) => {
    const viewer = requireTeacher(locals);
    const id = idFrom(params.walk, 'walk');
    const added = item.safeParse((await request.formData()).get('item'));
    if (!added.success) return fail(400, { problem: added.error.issues[0]!.message });
    return inSchoolOf(viewer, async (db) => {
      orNotFound(await readWalk(db, viewer, id), 'walk');
      const to = 'unpacked' as const;
      const conflict = await setKit(db, viewer, id, { item: added.data, isOwn: true, from: to, to });
      return conflict ? fail(409, { problem: 'This is in the kit already.' }) : {};
    });
  },
  weather: async (event) => {
    const data = await event.request.formData();
    const typed = weatherKinds.flatMap((kind) => {
      const [limit, decides, when] = ['limit', 'decides', 'when'].map((name) =>
        String(data.get(`${name} ${kind}`) ?? '').trim()
      );
      return limit || decides || when ? [{ kind, limit, decides, when }] : [];
    });
    const limits = z.array(WeatherLimit).safeParse(typed);
    if (!limits.success) {
      const problems = limits.error.issues.map(
        ({ path, message }) => `${typed[Number(path[0])]?.kind ?? ''}: ${message}`
      );
      return fail(400, { problem: `Not kept. ${problems.join(' ')}`, typed });
    }
    const result = await changeWalk(event, data, 'changed the weather limits', (db, id) =>
      saveWeather(db, id, limits.data)
    );
    return result
      ? fail(result.status, { ...result.data, typed })
      : { done: 'The limits stand in the checks and in the brief.' };
  }
};
