import { ensureBuild } from '../scripts/setup/build.js';
import { startCluster } from '../scripts/setup/cluster.js';
import {
  ensureChromium,
  ensureNpmPackages,
  ensurePostgres,
  ensureProxies
} from '../scripts/setup/packages.js';
import { SetupError, readOptions, runMain } from '../scripts/setup/say.js';
import { prepareTemplates } from '../scripts/setup/templates.js';
import { believabilityFigures } from './believability';
import { browserFigures } from './browser';
import { clusterFigures } from './cluster';
import { coreFigures } from './core';
import { crowdFigures } from './crowd';
import { drawingFigures } from './drawing';
import { fieldFigures } from './field';
import { type Figure, printFigures } from './figure';
import { groundFigures } from './ground';
import { learningFigures } from './learning';
import { makingFigures } from './making';
import { planningFigures } from './planning';
import { serverFigures } from './server';
import { startFigures } from './start';
import { togetherFigures } from './together';

type Measure = () => readonly Figure[] | Promise<readonly Figure[]>;

/** The parts in their order, whether they measure a database, and whether they are measured by name alone. */
const parts: Readonly<
  Record<string, { readonly measure: Measure; readonly onDatabase?: true; readonly onRequest?: true }>
> = {
  believability: { measure: believabilityFigures },
  core: { measure: coreFigures },
  ground: { measure: groundFigures },
  planning: { measure: planningFigures },
  drawing: { measure: drawingFigures },
  start: { measure: startFigures },
  server: { measure: serverFigures, onDatabase: true },
  crowd: { measure: crowdFigures, onDatabase: true },
  cluster: { measure: clusterFigures, onRequest: true },
  together: { measure: togetherFigures, onRequest: true },
  browser: { measure: browserFigures, onDatabase: true },
  field: { measure: fieldFigures, onDatabase: true },
  making: { measure: makingFigures, onDatabase: true },
  learning: { measure: learningFigures, onDatabase: true }
};
const help = `Usage: npm run bench [-- part …]

Prints figures beside their goals, of all parts or of some: ${Object.keys(parts).join(', ')}.
Two are measured by name alone, at two processes behind nginx and PgBouncer: cluster, ten minutes of a whole school that
practises, and together, two minutes of two hundred phones in a round with a group.`;

/** Prints figures beside their goals, part by part. */
async function main(): Promise<number> {
  const { values, positionals } = readOptions(help, {
    help: { type: 'boolean', short: 'h', default: false }
  });
  if (values.help) {
    console.log(help);
    return 0;
  }
  const unknown = positionals.find((name) => !(name in parts));
  if (unknown !== undefined) throw new SetupError(`There is no part '${unknown}'.\n\n${help}`);
  const wanted = Object.entries(parts).filter(
    ([name, { onRequest }]) =>
      positionals.includes(name) || (positionals.length === 0 && onRequest === undefined)
  );
  ensureNpmPackages();
  ensurePostgres();
  ensureChromium();
  if (positionals.includes('cluster')) ensureProxies();
  await ensureBuild();
  let isAllMet = true;
  const measure = async (chosen: typeof wanted) => {
    for (const [name, part] of chosen)
      try {
        const figures = await part.measure();
        printFigures(figures);
        isAllMet &&= figures.every(({ value, goal }) => value < goal);
      } catch (error) {
        console.error(`${name} was not measured. ${(error as Error).message}`);
        isAllMet = false;
      }
  };
  const onDatabase = wanted.filter(([, part]) => part.onDatabase);
  await measure(wanted.filter(([, part]) => !part.onDatabase));
  if (onDatabase.length > 0) {
    const cluster = await startCluster('test');
    try {
      Object.assign(process.env, await prepareTemplates(cluster));
      await measure(onDatabase);
    } finally {
      await cluster.stop();
    }
  }
  return isAllMet ? 0 : 1;
}

await runMain(main);
