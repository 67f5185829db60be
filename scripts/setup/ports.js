import { createServer } from 'node:net';

/**
 * Opens and closes a listener on loopback.
 * @param {number} port 0 asks the system for a free one
 * @returns {Promise<number | undefined>} the port, or undefined where it is taken
 */
export function tryPort(port) {
  return new Promise((done) => {
    const probe = createServer();
    probe.once('error', () => done(undefined));
    probe.listen(port, '127.0.0.1', () => {
      const address = probe.address();
      probe.close(() => done(typeof address === 'object' ? address?.port : undefined));
    });
  });
}
