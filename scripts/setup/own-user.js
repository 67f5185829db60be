import { execFileSync, spawnSync } from 'node:child_process';
import { isRoot, root } from './paths.js';
import { join } from 'node:path';
import { say } from './say.js';

/** The application reads pictures and files of strangers: started as root, it runs as a user that owns nothing. */
const name = 'good-trail';

/** @returns {{ uid: number, gid: number } | undefined} undefined where there is none and none can be made */
function userNamed() {
  const id = (/** @type {string} */ flag) => Number(execFileSync('id', [flag, name], { encoding: 'utf8' }));
  if (spawnSync('id', [name], { stdio: 'ignore' }).status !== 0) {
    say(`Making a system user, ${name}, for the application …`);
    const made = spawnSync(
      'useradd',
      [
        '--system',
        '--user-group',
        '--no-create-home',
        '--home-dir',
        '/nonexistent',
        '--shell',
        '/usr/sbin/nologin',
        name
      ],
      { encoding: 'utf8' }
    );
    if (made.status !== 0) return undefined;
  }
  return { uid: id('-u'), gid: id('-g') };
}

/**
 * As whom the application runs.
 * @returns {{ uid?: number, gid?: number }} empty where we are not root
 */
export function applicationUser() {
  if (!isRoot) return {};
  const user = userNamed();
  const canRead =
    user &&
    spawnSync(
      process.execPath,
      ['-e', 'require("node:fs").readFileSync(process.argv[1])', join(root, 'build/index.js')],
      {
        ...user,
        cwd: '/',
        stdio: 'ignore'
      }
    ).status === 0;
  if (canRead) return user;
  say(
    `Warning: the application runs as root, since the user ${name} ${user ? `cannot read ${root}` : 'could not be made'}. ` +
      'Put the checkout where it can be read, such as /srv or /opt.'
  );
  return {};
}
