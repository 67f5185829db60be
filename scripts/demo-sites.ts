import { insert } from '../src/lib/server/database/insert';
import type { SchoolDb } from '../src/lib/server/database/school';
import { type IdOf, closedRing, groundOf, place, rounded } from './demo-place';
import type { Demo } from './demo-schema';

/** The demo's ground: its sites with all that was seen, counted, taken and wished for there, and the diary. */
export async function loadSites(db: SchoolDb, demo: Demo, idOf: IdOf): Promise<void> {
  for (const site of demo.sites) {
    const { key, name, habitats, accessPoint, permission, note } = site;
    await insert(db, 'site', {
      id: idOf('site', key),
      name,
      region: site.region ?? demo.school.regions[0]!,
      timeZone: site.timeZone ?? demo.school.timeZone,
      ground: groundOf(site),
      habitats,
      altitudeMetres: site.altitude,
      isLevel: site.level,
      tide: site.tide ? JSON.stringify(site.tide) : null,
      accessPoint: accessPoint,
      nearestRoad: site.nearestRoad,
      phoneSignal: site.phoneSignal,
      emergencyCall: site.emergencyCall,
      toilets: site.toilets,
      permissionFrom: permission.from,
      permissionSince: permission.since,
      permissionUntil: permission.until,
      mayPick: permission.pick,
      mayDig: permission.dig,
      mayFire: permission.fire,
      mayCharge: permission.fee,
      designation: permission.designation,
      localRules: permission.rules,
      largestGroup: permission.group,
      note
    });
    for (const patch of site.patches) {
      const [longitude, latitude] = place(site.origin, patch.at);
      await insert(db, 'patch', {
        id: idOf('patch', patch.key),
        siteId: idOf('site', key),
        name: patch.name,
        taxon: patch.taxon,
        longitude,
        latitude,
        abundance: patch.abundance,
        microhabitat: patch.microhabitat,
        habitats: patch.habitats,
        isOnly: patch.only,
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
      await insert(db, 'census', {
        id: idOf('census', `${patch} ${on}`),
        patchId: idOf('patch', patch),
        countedOn: on,
        body: JSON.stringify(body),
        exemptShare: exempt ?? null,
        countedBy: idOf('person', by),
        effectiveAt: `${on}T16:00:00Z`
      });
    for (const { patch, on, by, ...taken } of site.gatherings)
      await insert(db, 'gathering', {
        id: idOf('gathering', `${patch} ${on}`),
        patchId: idOf('patch', patch),
        taxon: taxonOf(patch),
        ...taken,
        gatheredOn: on,
        recordedBy: idOf('person', by),
        effectiveAt: `${on}T16:00:00Z`
      });
    for (const { patch, on, by, cameUp, lookedOn, ...planted } of site.plantings)
      await insert(db, 'planting', {
        id: idOf('planting', `${patch} ${on}`),
        patchId: idOf('patch', patch),
        ...planted,
        plantedOn: on,
        plantedBy: idOf('person', by),
        cameUp: cameUp ?? null,
        lookedOn: lookedOn ?? null,
        effectiveAt: `${on}T16:00:00Z`
      });
    for (const find of site.finds) {
      const [longitude, latitude] = place(site.origin, find.at);
      await insert(db, 'open_find', {
        id: idOf('find', `${key} ${find.name}`),
        siteId: idOf('site', key),
        name: find.name,
        longitude,
        latitude,
        seenOn: find.on,
        note: find.note,
        seen: find.seen,
        foundBy: idOf('person', find.by),
        effectiveAt: `${find.on}T16:00:00Z`
      });
    }
    for (const { patch, kind, on, closedUntil, setsBack, by, note } of site.events)
      await insert(db, 'ground_event', {
        id: idOf('event', `${key} ${kind} ${on}`),
        siteId: idOf('site', key),
        patchId: patch ? idOf('patch', patch) : null,
        kind,
        happenedOn: on,
        closedUntil: closedUntil ?? null,
        setsBackDays: setsBack ?? null,
        note,
        notedBy: idOf('person', by),
        effectiveAt: `${on}T16:00:00Z`
      });
    for (const [i, seen] of site.sightings.entries())
      await insert(db, 'sighting', {
        id: idOf('sighting', `${key} ${i}`),
        siteId: idOf('site', key),
        patchId: idOf('patch', seen.patch),
        taxon: taxonOf(seen.patch),
        stage: seen.stage,
        says: seen.says,
        seenOn: seen.on,
        note: seen.note,
        seenBy: idOf('person', seen.by),
        effectiveAt: `${seen.on}T16:00:00Z`
      });
  }
  for (const { site, taxon, worth } of demo.wishes)
    await insert(db, 'wish', { siteId: idOf('site', site), taxon, worth });
  for (const { from, until, what, bars } of demo.diary)
    await insert(db, 'diary_entry', {
      id: idOf('diary', `${from} ${what}`),
      fromOn: from,
      untilOn: until,
      what,
      bars
    });
}
