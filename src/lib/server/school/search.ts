import { englishName, plain } from '$core/knowledge';

import { libraryOfAll } from '../library/library';
import { listPeople } from './people';
import type { SchoolDb } from '../database/school';
import { type Viewer, leads } from '../accounts';
import { listSites } from '../ground/sites';
import { listWalks } from '../walk/walks';

export interface Found {
  readonly kind: 'taxon' | 'walk' | 'site' | 'person';
  readonly name: string;
  /** Says which of several it is, or by what it was found. */
  readonly detail: string;
  readonly href: string;
}

const most = 30;

/**
 * Everything whose name holds all the words that were typed, of what the viewer may see: taxa by any name,
 * synonym or family, walks, and for leaders sites and people.
 */
export async function searchSchool(db: SchoolDb, viewer: Viewer, query: string): Promise<Found[]> {
  const words = plain(query).split(/\s+/).filter(Boolean);
  if (words.length === 0) return [];
  const holds = (text: string) => words.every((word) => plain(text).includes(word));
  const library = await libraryOfAll(db, viewer.regions);
  const taxa = [...library.taxa.values()].flatMap((taxon): Found[] => {
    const own = englishName(taxon);
    const called = [
      own,
      taxon.name,
      ...taxon.names.map(({ name }) => name),
      ...taxon.synonyms,
      taxon.family,
      library.families.get(taxon.family)?.english ?? ''
    ].find(holds);
    if (called === undefined) return [];
    const by = called === own || called === taxon.name ? '' : `, ${called}`;
    return [{ kind: 'taxon', name: own, detail: `${taxon.name}${by}`, href: `/species/${taxon.slug}` }];
  });
  const walks = (await listWalks(db, viewer))
    .filter((walk) => holds(`${walk.name} ${walk.siteName} ${walk.cohortName ?? ''}`))
    .map((walk): Found => ({
      kind: 'walk',
      name: walk.name,
      detail: `${walk.heldOn}, ${walk.siteName}`,
      href: `/walks/${walk.id}`
    }));
  const sites =
    viewer.role === 'learner'
      ? []
      : (await listSites(db))
          .filter(({ name, habitats }) => holds(`${name} ${habitats.join(' ')}`))
          .map(({ id, name, habitats }): Found => ({
            kind: 'site',
            name,
            detail: habitats.join(', '),
            href: `/ground/${id}`
          }));
  const people = leads(viewer)
    ? (await listPeople(db))
        .filter(({ name }) => holds(name))
        .map(({ name, role }): Found => ({ kind: 'person', name, detail: role, href: '/people' }))
    : [];
  return [...taxa, ...walks, ...sites, ...people].slice(0, most);
}
