import { execFileSync, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { isRoot, root } from './paths.js';
import { SetupError, say } from './say.js';

/** Installs npm packages by the lockfile; the stamp is written last, so an interrupted install is redone. */
export function ensureNpmPackages() {
  const lock = readFileSync(join(root, 'package-lock.json'));
  const wanted = createHash('sha256').update(lock).digest('hex');
  const stamp = join(root, 'node_modules', '.good-trail-installed');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  say('Installing npm packages …');
  const result = spawnSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: root,
    stdio: ['ignore', 'ignore', 'inherit']
  });
  if (result.status !== 0)
    throw new SetupError(
      'npm could not install the packages (see above). Check the network, then run this again.'
    );
  writeFileSync(stamp, wanted);
}

/** @returns {string | undefined} the folder of the newest PostgreSQL server's programs */
export function postgresPrograms() {
  const base = '/usr/lib/postgresql';
  if (!existsSync(base)) return undefined;
  const versions = readdirSync(base)
    .filter((version) => existsSync(join(base, version, 'bin', 'initdb')))
    .sort((a, b) => Number(b) - Number(a));
  return versions[0] && join(base, versions[0], 'bin');
}

/**
 * Installs Debian packages where a probe finds them missing.
 * @param {{ name: string, packages: string[], isThere: () => boolean, prepare?: (apt: (args: string[]) => void) => void,
 *   service?: string }} need service: what Debian would start with the machine from now on, and shall not
 */
function ensureDebianPackages({ name, packages, isThere, prepare, service }) {
  if (isThere()) return;
  const command = `apt-get install -y ${packages.join(' ')}`;
  const canSudo = !isRoot && spawnSync('sudo', ['-n', 'true'], { stdio: 'ignore' }).status === 0;
  if (!existsSync('/usr/bin/apt-get') || (!isRoot && !canSudo))
    throw new SetupError(`${name} is missing and may not be installed from here. Run: sudo ${command}`);
  say(`Installing ${name} …`);
  /** @param {string[]} args */
  const asRoot = (args) => {
    const [program = '', ...rest] = isRoot ? args : ['sudo', '-n', ...args];
    execFileSync(program, rest, {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
    });
  };
  try {
    asRoot(['apt-get', 'update', '-q']);
    prepare?.(asRoot);
    const install = () => asRoot(['apt-get', 'install', '-q', '-y', '--no-install-recommends', ...packages]);
    if (service) withoutStarting(asRoot, service, install);
    else install();
  } catch {
    throw new SetupError(`${name} could not be installed (see above). Try: sudo ${command}`);
  }
  if (!isThere())
    throw new SetupError(`${name} was installed but is not where it belongs. Try: sudo ${command}`);
}

/** Debian's word for 'install, start nothing' (invoke-rc.d). */
const policy = '/usr/sbin/policy-rc.d';

/**
 * Installs a package whose service is not wanted: neither now nor when the machine starts again.
 * @param {(args: string[]) => void} asRoot @param {string} service @param {() => void} install
 */
function withoutStarting(asRoot, service, install) {
  const isOurPolicy = !existsSync(policy);
  if (isOurPolicy)
    asRoot(['sh', '-c', `printf '#!/bin/sh\\nexit 101\\n' > ${policy} && chmod 755 ${policy}`]);
  try {
    install();
  } finally {
    if (isOurPolicy) asRoot(['rm', '-f', policy]);
  }
  if (existsSync('/run/systemd/system')) asRoot(['systemctl', 'disable', '--quiet', service]);
}

export function ensurePostgres() {
  ensureDebianPackages({
    name: 'PostgreSQL',
    packages: ['postgresql'],
    isThere: () => postgresPrograms() !== undefined,
    // Debian's package would otherwise create and start a cluster of its own.
    prepare: (asRoot) => {
      asRoot(['apt-get', 'install', '-q', '-y', '--no-install-recommends', 'postgresql-common']);
      asRoot([
        'sed',
        '-i',
        's/^#\\?create_main_cluster.*/create_main_cluster = false/',
        '/etc/postgresql-common/createcluster.conf'
      ]);
    }
  });
}

export function ensureChromium() {
  ensureDebianPackages({
    name: 'Chromium with its driver',
    packages: ['chromium', 'chromium-driver'],
    isThere: () => existsSync('/usr/bin/chromium') && existsSync('/usr/bin/chromedriver')
  });
}

/** Poppler reads the PDFs that the tests make. */
export function ensurePoppler() {
  ensureDebianPackages({
    name: 'Poppler',
    packages: ['poppler-utils'],
    isThere: () => existsSync('/usr/bin/pdftotext')
  });
}

/** nginx and PgBouncer, which the tests start themselves. */
export function ensureProxies() {
  ensureDebianPackages({
    name: 'nginx with OpenSSL',
    packages: ['nginx-light', 'openssl'],
    isThere: () => existsSync('/usr/sbin/nginx'),
    service: 'nginx'
  });
  ensureDebianPackages({
    name: 'PgBouncer',
    packages: ['pgbouncer'],
    isThere: () => existsSync('/usr/sbin/pgbouncer'),
    service: 'pgbouncer'
  });
}
