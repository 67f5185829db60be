import { spawn } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { tryPort } from '../../scripts/setup/ports.js';
import { end, isAlive, isOurs, readPid } from '../../scripts/setup/processes.js';
import { root } from '../../scripts/setup/paths.js';

/** Runs a command of the checkout to its end. */
function run(command: string, args: string[], env: NodeJS.ProcessEnv = process.env) {
  return new Promise<{ code: number | null; out: string }>((done) => {
    const child = spawn(command, args, { cwd: root, env, stdio: ['ignore', 'pipe', 'pipe'] });
    let out = '';
    for (const stream of [child.stdout, child.stderr])
      stream.on('data', (chunk: Buffer) => (out += chunk.toString()));
    child.on('exit', (code) => done({ code, out }));
  });
}

describe('a port', () => {
  it('is free until somebody listens on it', async () => {
    const port = (await tryPort(0))!;
    expect(await tryPort(port)).toBe(port);
    const server = createServer().listen(port, '127.0.0.1');
    await new Promise((done) => server.once('listening', done));
    expect(await tryPort(port)).toBeUndefined();
    await new Promise((done) => server.close(done));
    expect(await tryPort(port)).toBe(port);
  });
});

describe('a process that an earlier run left behind', () => {
  const sleeper = () => spawn(process.execPath, ['-e', 'setInterval(() => 0, 1000) // left-behind']);

  it('is known by its command line, since ids are used again', async () => {
    const child = sleeper();
    await new Promise((done) => child.once('spawn', done));
    expect(isOurs(child.pid!, 'left-behind')).toBe(true);
    expect(isOurs(child.pid!, 'scripts/start.js')).toBe(false);
    expect(isOurs(0, '')).toBe(false);
    child.kill();
  });

  it('is ended and waited for', async () => {
    const child = sleeper();
    await new Promise((done) => child.once('spawn', done));
    expect(isAlive(child.pid!)).toBe(true);
    expect(await end(child.pid!, 'SIGTERM')).toBe(true);
    expect(isAlive(child.pid!)).toBe(false);
  });

  it('is read from its file: the first line of it, or none', () => {
    const file = join(mkdtempSync(join(tmpdir(), 'good-trail-')), 'some.pid');
    expect(readPid(file)).toBe(0);
    writeFileSync(file, '4711\n/var/lib/somewhere\n');
    expect(readPid(file)).toBe(4711);
    writeFileSync(file, 'not a number');
    expect(readPid(file)).toBe(0);
  });
});

describe('the two commands', () => {
  it.each(['start', 'test'])('./%s explains itself', async (command) => {
    const { code, out } = await run(join(root, command), ['--help']);
    expect(code).toBe(0);
    expect(out).toContain(`Usage: ./${command}`);
  });

  it.each([
    ['start', ['--unheard-of'], "Unknown option '--unheard-of'"],
    ['start', ['--port', 'abc'], "'abc' is no port between 1024 and 65535."],
    ['start', ['--port', '80'], "'80' is no port between 1024 and 65535."],
    ['test', ['--only', 'unit,everything'], "There is no part 'everything'."]
  ])('./%s %j ends with one message and no stack', async (command, args, message) => {
    const { code, out } = await run(join(root, command), args);
    expect(code).toBe(1);
    expect(out).toContain(message);
    expect(out).not.toMatch(/\n\s+at .*\(/);
  });

  it('say what to install where Node.js is missing', async () => {
    const { code, out } = await run('/bin/bash', [join(root, 'start')], { PATH: '/nonexistent' });
    expect(code).toBe(1);
    expect(out).toContain('Good Trail needs Node.js 20.19 or newer');
  });
});
