import { spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuild } from './setup/build.js';
import { startCluster } from './setup/cluster.js';
import {
  ensureChromium,
  ensureNpmPackages,
  ensurePoppler,
  ensurePostgres,
  ensureProxies
} from './setup/packages.js';
import { local, program, root } from './setup/paths.js';
import { runToEnd } from './setup/run.js';
import { SetupError, readOptions, runMain, say } from './setup/say.js';
import { prepareTemplates } from './setup/templates.js';

const help = `Usage: ./test [--only unit,reference,server,browser,static,attack,cluster] [--changed] [word …]

Runs formatting, lint, types, dependency rules, and the unit, reference, server and browser tests. The attack on an
instance of our own runs where it is named; it mounts a small disk, which takes the rights of root. So does the cluster:
nginx, two processes and PgBouncer, of which one after the other is ended under load.

  ./test first-walk         the tests whose file has this word in its path, with all that they need
  ./test --changed          the static checks and what the change against the branch that is followed touches, without
                            the browser tests; against the last commit where no branch is followed`;

const usual = ['static', 'unit', 'reference', 'server', 'browser'];

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

/** Two checks at a time. @returns {Promise<{ passed: number, failed: number }>} */
async function runStatic() {
  const waiting = [...staticChecks];
  /** @type {string[]} */
  const failures = [];
  const work = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) {
      const [name, [command = '', ...rest]] = next;
      const { isClean, printed } = await runToEnd(program(command), rest);
      say(`Checked ${name}.`);
      if (printed.trim()) console.log(printed.trimEnd());
      if (!isClean) failures.push(name);
    }
  };
  await Promise.all([work(), work()]);
  for (const name of failures) console.error(`FAILED: ${name}`);
  return { passed: staticChecks.length - failures.length, failed: failures.length };
}

/**
 * The test files that some words name, or that a change touches, by their part.
 * @param {string[]} filters @returns {Map<string, string[]>}
 */
function testFiles(filters) {
  const { stdout } = spawnSync(program('vitest'), ['list', '--filesOnly', ...filters], {
    cwd: root,
    encoding: 'utf8'
  });
  /** @type {Map<string, string[]>} */
  const files = new Map();
  for (const [, part = '', file = ''] of stdout.matchAll(/^\[(\w+)\] (\S+)$/gm))
    if (usual.includes(part)) files.set(part, [...(files.get(part) ?? []), file]);
  return files;
}

/** @param {string[]} command */
const git = (command) => spawnSync('git', command, { cwd: root, encoding: 'utf8' }).stdout.trim();

/**
 * What a change touches: the tests that import what it changed; and, where pages, the database or content changed, the
 * parts that read those without importing them.
 * @returns {Map<string, string[]>} no files of a part: all of it
 */
function touchedFiles() {
  const base = git(['merge-base', 'HEAD', '@{upstream}']) || 'HEAD';
  const files = testFiles(['--changed', base]);
  files.delete('browser');
  const changed = `${git(['diff', '--name-only', base])}\n${git(['ls-files', '--others', '--exclude-standard'])}`;
  if (/^content\//m.test(changed)) for (const part of ['unit', 'reference']) files.set(part, []);
  if (/^(src\/(routes|lib|hooks)|db)\b/m.test(changed)) files.set('server', []);
  return files;
}

/** @param {string[]} projects @param {string[]} files @param {NodeJS.ProcessEnv} env */
function runVitest(projects, files, env) {
  const report = join(local, 'vitest.json');
  rmSync(report, { force: true });
  const isClean = run(
    [
      'vitest',
      'run',
      ...files,
      ...projects.flatMap((name) => ['--project', name]),
      '--reporter=default',
      '--reporter=json',
      `--outputFile.json=${report}`,
      // One whole installation at a time.
      ...(projects.includes('cluster') ? ['--no-file-parallelism'] : [])
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
    changed: { type: 'boolean', default: false },
    help: { type: 'boolean', short: 'h', default: false }
  });
  if (values.help) {
    console.log(help);
    return 0;
  }
  const all = [...usual, 'attack', 'cluster'];
  const only = values.only?.split(',');
  const unknown = only?.find((name) => !all.includes(name));
  if (unknown !== undefined) throw new SetupError(`There is no part '${unknown}'. Parts: ${all.join(', ')}.`);
  mkdirSync(local, { recursive: true });
  ensureNpmPackages();
  const chosen =
    positionals.length > 0 ? testFiles(positionals) : values.changed ? touchedFiles() : undefined;
  if (positionals.length > 0 && chosen?.size === 0)
    throw new SetupError(`No test file has '${positionals.join("' or '")}' in its path.\n\n${help}`);
  const wanted = chosen
    ? [...(values.changed ? ['static'] : []), ...chosen.keys()].filter((part) => !only || only.includes(part))
    : (only ?? usual);
  run(['svelte-kit', 'sync']);
  const projects = wanted.filter((name) => name !== 'static');
  const needsDatabase = projects.some((name) => ['server', 'browser', 'attack', 'cluster'].includes(name));
  if (needsDatabase) {
    ensurePostgres();
    ensurePoppler();
  }
  if (projects.includes('browser')) ensureChromium();
  if (projects.includes('cluster')) ensureProxies();
  const cluster = needsDatabase ? await startCluster('test') : undefined;
  const totals = { passed: 0, failed: 0 };
  try {
    // Neither fills both processors alone.
    const [checked, prepared] = await Promise.all([
      wanted.includes('static') ? runStatic() : totals,
      cluster ? ensureBuild().then(() => prepareTemplates(cluster)) : {}
    ]);
    Object.assign(totals, checked);
    if (projects.length > 0) {
      const env = { ...process.env, ...prepared };
      const filesOf = (/** @type {string} */ part) => chosen?.get(part) ?? [];
      for (const isWhole of [true, false]) {
        const parts = projects.filter((part) => (filesOf(part).length === 0) === isWhole);
        if (parts.length === 0) continue;
        const { passed, failed } = runVitest(parts, parts.flatMap(filesOf), env);
        totals.passed += passed;
        totals.failed += failed;
      }
    }
  } finally {
    await cluster?.stop();
  }
  console.log(`\n${totals.passed} passed, ${totals.failed} failed`);
  return totals.failed > 0 ? 1 : 0;
}

await runMain(main);
