import { ensureBuild } from '../scripts/setup/build.js';
import { startCluster } from '../scripts/setup/cluster.js';
import { ensureChromium, ensureNpmPackages, ensurePostgres } from '../scripts/setup/packages.js';
import { runMain } from '../scripts/setup/say.js';
import { prepareTemplates } from '../scripts/setup/templates.js';
import { believabilityFigures } from './believability';
import { browserFigures } from './browser';
import { coreFigures } from './core';
import { crowdFigures } from './crowd';
import { drawingFigures } from './drawing';
import { type Figure, printFigures } from './figure';
import { groundFigures } from './ground';
import { learningFigures } from './learning';
import { planningFigures } from './planning';
import { serverFigures } from './server';
import { startFigures } from './start';

/** Prints all figures beside their goals: `npm run bench`. */
async function main(): Promise<number> {
  ensureNpmPackages();
  ensurePostgres();
  ensureChromium();
  ensureBuild();
  const figures: Figure[] = [
    ...believabilityFigures(),
    ...(await coreFigures()),
    ...(await groundFigures()),
    ...(await planningFigures()),
    ...(await drawingFigures())
  ];
  const cluster = await startCluster('test');
  try {
    Object.assign(process.env, await prepareTemplates(cluster));
    figures.push(...(await serverFigures()));
    figures.push(...(await crowdFigures()));
    figures.push(...(await browserFigures()));
    figures.push(...(await learningFigures()));
  } finally {
    await cluster.stop();
  }
  const isStartMeasured = await startFigures().then(
    (measured) => figures.push(...measured) > 0,
    (error: Error) => {
      console.error(`The start was not measured. ${error.message}`);
      return false;
    }
  );
  printFigures(figures);
  return isStartMeasured && figures.every(({ value, goal }) => value < goal) ? 0 : 1;
}

await runMain(main);
