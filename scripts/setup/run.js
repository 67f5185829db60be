import { spawn } from 'node:child_process';
import { root } from './paths.js';

/**
 * Runs a program to its end and keeps what it prints, while others may run.
 * @param {string} name @param {string[]} args @param {NodeJS.ProcessEnv} [env]
 * @returns {Promise<{ isClean: boolean, printed: string }>}
 */
export const runToEnd = (name, args, env = process.env) =>
  new Promise((done) => {
    const child = spawn(name, args, { cwd: root, env, stdio: ['ignore', 'pipe', 'pipe'] });
    let printed = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => (printed += chunk));
    child.on('error', (error) => done({ isClean: false, printed: String(error) }));
    child.on('close', (code) => done({ isClean: code === 0, printed }));
  });
