import { spawn, spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuild } from './setup/build.js';
import { startCluster } from './setup/cluster.js';
import { ensureChromium, ensureNpmPackages, ensurePoppler, ensurePostgres } from './setup/packages.js';
import { local, program, root } from './setup/paths.js';
import { SetupError, readOptions, runMain, say } from './setup/say.js';
import { prepareTemplates } from './setup/templates.js';

const help = `Usage: ./test [--only unit,reference,server,browser,static,attack]

Runs formatting, lint, types, dependency rules, and the unit, reference, server and browser tests. The attack on an
instance of our own runs where it is named; it mounts a small disk, which takes the rights of root.`;

/** @type {[string, string[]][]} */
const staticChecks = [
  ['formatting', ['prettier', '--check', '--log-level', 'warn', '.']],
  ['lint', ['eslint', '.']],
  ['types of the application', ['svelte-check', '--tsconfig', './tsconfig.json', '--fail-on-warnings']],
  ['types of the scripts and tests', ['tsc', '-p', 'scripts/tsconfig.json']],
  ['dependency rules', ['depcruise', '--config', '.dependency-cruiser.cjs', 'src', 'scripts']]
];

/** @param {string[]} command */
const run = ([name = '', ...rest], env = process.env) =>
  spawnSync(program(name), rest, { cwd: root, stdio: 'inherit', env }).status === 0;

/**
 * Runs a command and keeps what it prints until it ends, so that two at once do not mix their words.
 * @param {string[]} command @returns {Promise<{ isClean: boolean, printed: string }>}
 */
const runQuietly = ([name = '', ...rest]) =>
  new Promise((done) => {
    const child = spawn(program(name), rest, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] });
    let printed = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => (printed += chunk));
    child.on('error', (error) => done({ isClean: false, printed: String(error) }));
    child.on('close', (code) => done({ isClean: code === 0, printed }));
  });

/** Two checks at a time. @returns {Promise<{ passed: number, failed: number }>} */
async function runStatic() {
  run(['svelte-kit', 'sync']);
  const waiting = [...staticChecks];
  /** @type {string[]} */
  const failures = [];
  const work = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) {
      const [name, command] = next;
      const { isClean, printed } = await runQuietly(command);
      say(`Checked ${name}.`);
      if (printed.trim()) console.log(printed.trimEnd());
      if (!isClean) failures.push(name);
    }
  };
  await Promise.all([work(), work()]);
  for (const name of failures) console.error(`FAILED: ${name}`);
  return { passed: staticChecks.length - failures.length, failed: failures.length };
}

/** @param {string[]} projects @param {NodeJS.ProcessEnv} env */
function runVitest(projects, env) {
  const report = join(local, 'vitest.json');
  rmSync(report, { force: true });
  const isClean = run(
    [
      'vitest',
      'run',
      ...projects.flatMap((name) => ['--project', name]),
      '--reporter=default',
      '--reporter=json',
      `--outputFile.json=${report}`
    ],
    env
  );
  try {
    const { numPassedTests, numFailedTests, numFailedTestSuites } = JSON.parse(readFileSync(report, 'utf8'));
    const failed = Math.max(numFailedTests, numFailedTestSuites > 0 || !isClean ? 1 : 0);
    return { passed: numPassedTests, failed };
  } catch {
    return { passed: 0, failed: 1 };
  }
}

async function main() {
  const { values, positionals } = readOptions(help, {
    only: { type: 'string' },
    help: { type: 'boolean', short: 'h', default: false }
  });
  if (positionals.length > 0) throw new SetupError(`'${positionals[0]}' is not understood.\n\n${help}`);
  if (values.help) {
    console.log(help);
    return 0;
  }
  const usual = ['static', 'unit', 'reference', 'server', 'browser'];
  const all = [...usual, 'attack'];
  const wanted = values.only ? values.only.split(',') : usual;
  const unknown = wanted.find((name) => !all.includes(name));
  if (unknown !== undefined) throw new SetupError(`There is no part '${unknown}'. Parts: ${all.join(', ')}.`);
  mkdirSync(local, { recursive: true });
  ensureNpmPackages();
  const totals = wanted.includes('static') ? await runStatic() : { passed: 0, failed: 0 };
  const projects = wanted.filter((name) => name !== 'static');
  if (projects.length > 0) {
    const env = { ...process.env };
    const needsDatabase = projects.some((name) => ['server', 'browser', 'attack'].includes(name));
    if (needsDatabase) {
      ensurePostgres();
      ensurePoppler();
      ensureBuild();
    }
    if (projects.includes('browser')) ensureChromium();
    const cluster = needsDatabase ? await startCluster('test') : undefined;
    try {
      if (cluster) Object.assign(env, await prepareTemplates(cluster));
      const { passed, failed } = runVitest(projects, env);
      totals.passed += passed;
      totals.failed += failed;
    } finally {
      await cluster?.stop();
    }
  }
  console.log(`\n${totals.passed} passed, ${totals.failed} failed`);
  return totals.failed > 0 ? 1 : 0;
}

await runMain(main);
