import type pg from 'pg';
import { type ContentFile, contentHash, readLibraries } from '../src/core/knowledge';

/** Reads the starter libraries into an immutable release; the same content has the same hash and is stored once. */
export async function storeRelease(client: pg.Client, files: readonly ContentFile[]): Promise<string> {
  const result = readLibraries(files);
  if ('problems' in result) throw new Error(`The content has problems:\n${result.problems.join('\n')}`);
  const regions = [...result.regions];
  const hash = contentHash(regions.map(([region, { library }]) => [region, library.hash]));
  const name = regions.map(([, { document }]) => document.region.title).join(', ');
  await client.query('begin');
  const { rowCount } = await client.query(
    'insert into library_release (hash, name) values ($1, $2) on conflict (hash) do nothing',
    [hash, name]
  );
  if (rowCount)
    for (const [region, { document }] of regions)
      await client.query('insert into release_library (hash, region, document) values ($1, $2, $3)', [
        hash,
        region,
        document
      ]);
  await client.query('commit');
  return hash;
}
