import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { WeatherLimit, usualLimits, weatherKinds, weatherOf } from '$core/walk';
import { found, idFrom, inSchoolOf, leading, teaching } from '$lib/server/guard';
import { removeOwnKit, setKit } from '$lib/server/kit';
import { readPlan } from '$lib/server/plan';
import { claimPlan, readWalk, saveWeather } from '$lib/server/walks';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, params }) => {
  const id = idFrom(params.walk, 'walk');
  if (locals.viewer?.role === 'learner') redirect(303, `/walks/${id}/brief`);
  const viewer = teaching(locals);
  return inSchoolOf(viewer, async (db) => {
    const plan = found(await readPlan(db, viewer, id), 'walk');
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
          isPacked: state.get(key)?.isPacked ?? false,
          isStruck: state.get(key)?.isStruck ?? false
        })),
        ...plan.kitState
          .filter(({ isOwn }) => isOwn)
          .map(({ item, isPacked }) => ({
            key: item,
            label: item,
            why: 'added by the leaders',
            carriedBy: 'leaders' as const,
            protects: false,
            isOwn: true,
            isPacked,
            isStruck: false
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
  });
};

const item = z.string().trim().min(1, 'Say what is packed.').max(200, 'At most 200 letters.');
const Change = z.object({
  item,
  isOwn: z.enum(['true', 'false']).transform((value) => value === 'true'),
  to: z.enum(['packed', 'unpacked', 'struck', 'back', 'removed'])
});

export const actions: Actions = {
  /** Assistants pack too. */
  change: async ({ request, locals, params }) => {
    const viewer = teaching(locals);
    const id = idFrom(params.walk, 'walk');
    const change = Change.safeParse(Object.fromEntries(await request.formData()));
    if (!change.success) return fail(400, { problem: 'No such thing in the kit.' });
    const { to, isOwn } = change.data;
    return inSchoolOf(viewer, async (db) => {
      found(await readWalk(db, viewer, id), 'walk');
      if (to === 'removed') await removeOwnKit(db, id, change.data.item);
      else
        await setKit(db, viewer, id, {
          item: change.data.item,
          isOwn,
          isPacked: to === 'packed',
          isStruck: to === 'struck'
        });
      return {};
    });
  },
  add: async ({ request, locals, params }) => {
    const viewer = teaching(locals);
    const id = idFrom(params.walk, 'walk');
    const added = item.safeParse((await request.formData()).get('item'));
    if (!added.success) return fail(400, { problem: added.error.issues[0]!.message });
    return inSchoolOf(viewer, async (db) => {
      found(await readWalk(db, viewer, id), 'walk');
      await setKit(db, viewer, id, { item: added.data, isOwn: true, isPacked: false, isStruck: false });
      return {};
    });
  },
  weather: async ({ request, locals, params }) => {
    const viewer = leading(locals);
    const id = idFrom(params.walk, 'walk');
    const data = await request.formData();
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
    return inSchoolOf(viewer, async (db) => {
      found(await readWalk(db, viewer, id), 'walk');
      await claimPlan(db, viewer, id, undefined);
      await saveWeather(db, id, limits.data);
      return { done: 'The limits stand in the checks and in the brief.' };
    });
  }
};
