import { type IdOf, closedRing, groundOf, place, rounded } from './demo-place';
import type { Demo } from './demo-schema';

/** The demo's ground: its sites with all that was seen, counted, taken and wished for there, and the diary. */
export async function loadSites(
  demo: Demo,
  idOf: IdOf,
  insert: (table: string, row: Record<string, unknown>) => Promise<unknown>
): Promise<void> {
  for (const site of demo.sites) {
    const { key, name, habitats, accessPoint, permission, note } = site;
    await insert('site', {
      id: idOf('site', key),
      name,
      time_zone: demo.school.timeZone,
      ground: groundOf(site),
      habitats,
      altitude_metres: site.altitude,
      tide: site.tide ? JSON.stringify(site.tide) : null,
      access_point: accessPoint,
      nearest_road: site.nearestRoad,
      phone_signal: site.phoneSignal,
      toilets: site.toilets,
      permission_from: permission.from,
      permission_since: permission.since,
      permission_until: permission.until,
      may_pick: permission.pick,
      may_dig: permission.dig,
      may_fire: permission.fire,
      may_charge: permission.fee,
      designation: permission.designation,
      local_rules: permission.rules,
      largest_group: permission.group,
      note
    });
    for (const patch of site.patches) {
      const [longitude, latitude] = place(site.origin, patch.at);
      await insert('patch', {
        id: idOf('patch', patch.key),
        site_id: idOf('site', key),
        name: patch.name,
        taxon: patch.taxon,
        longitude,
        latitude,
        abundance: patch.abundance,
        microhabitat: patch.microhabitat,
        habitats: patch.habitats,
        is_only: patch.only,
        outline: patch.outline
          ? JSON.stringify({
              type: 'Polygon',
              coordinates: [
                closedRing(rounded(patch.outline, true)).map(([east, north]) =>
                  place(site.origin, [east, north])
                )
              ]
            })
          : null
      });
    }
    const taxonOf = (patch: string) => site.patches.find((one) => one.key === patch)!.taxon;
    for (const { patch, on, by, body, exempt } of site.censuses)
      await insert('census', {
        id: idOf('census', `${patch} ${on}`),
        patch_id: idOf('patch', patch),
        counted_on: on,
        body: JSON.stringify(body),
        exempt_share: exempt ?? null,
        counted_by: idOf('person', by),
        effective_at: `${on}T16:00:00Z`
      });
    for (const { patch, on, by, ...taken } of site.gatherings)
      await insert('gathering', {
        id: idOf('gathering', `${patch} ${on}`),
        patch_id: idOf('patch', patch),
        taxon: taxonOf(patch),
        ...taken,
        gathered_on: on,
        recorded_by: idOf('person', by),
        effective_at: `${on}T16:00:00Z`
      });
    for (const find of site.finds) {
      const [longitude, latitude] = place(site.origin, find.at);
      await insert('open_find', {
        id: idOf('find', `${key} ${find.name}`),
        site_id: idOf('site', key),
        name: find.name,
        longitude,
        latitude,
        seen_on: find.on,
        note: find.note,
        seen: find.seen,
        found_by: idOf('person', find.by),
        effective_at: `${find.on}T16:00:00Z`
      });
    }
    for (const { patch, kind, on, closedUntil, setsBack, by, note } of site.events)
      await insert('ground_event', {
        id: idOf('event', `${key} ${kind} ${on}`),
        site_id: idOf('site', key),
        patch_id: patch ? idOf('patch', patch) : null,
        kind,
        happened_on: on,
        closed_until: closedUntil ?? null,
        sets_back_days: setsBack ?? null,
        note,
        noted_by: idOf('person', by),
        effective_at: `${on}T16:00:00Z`
      });
    for (const [i, seen] of site.sightings.entries())
      await insert('sighting', {
        id: idOf('sighting', `${key} ${i}`),
        site_id: idOf('site', key),
        patch_id: idOf('patch', seen.patch),
        taxon: taxonOf(seen.patch),
        stage: seen.stage,
        says: seen.says,
        seen_on: seen.on,
        note: seen.note,
        seen_by: idOf('person', seen.by),
        effective_at: `${seen.on}T16:00:00Z`
      });
  }
  for (const { site, taxon, worth } of demo.wishes)
    await insert('wish', { site_id: idOf('site', site), taxon, worth });
  for (const { from, until, what, bars } of demo.diary)
    await insert('diary_entry', {
      id: idOf('diary', `${from} ${what}`),
      from_on: from,
      until_on: until,
      what,
      bars
    });
}
