import { SMTPServer } from 'smtp-server';

/**
 * A mail server that delivers to nobody: it keeps what it gets, for tests and for looking round without a real one.
 * An address that begins with `nobody` is refused for good, one that begins with `later` for now, as RFC 5321 has it.
 */

/**
 * @typedef {{ from: string, to: string[], text: string }} Taken
 *   from, to: of the envelope; text: the letter as it came
 * @typedef {{ port?: number, onLetter?: (letter: Taken) => void }} PostBoxOptions
 */

/** @param {string} address @param {number} code @param {string} words */
const refusal = (address, code, words) =>
  Object.assign(new Error(words.replace('%', address)), { responseCode: code });

/** Listens on loopback. @param {PostBoxOptions} [options] port: any that is free where none is said */
export async function openPostBox({ port = 0, onLetter } = {}) {
  /** @type {Taken[]} */
  const letters = [];
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS'],
    allowInsecureAuth: true,
    onAuth: ({ username }, _session, done) => done(null, { user: username ?? '' }),
    onRcptTo: ({ address }, _session, done) => {
      if (address.startsWith('nobody')) done(refusal(address, 550, '5.1.1 <%> is not known here'));
      else if (address.startsWith('later')) done(refusal(address, 451, '4.2.0 <%> comes back later'));
      else done();
    },
    onData: (stream, { envelope }, done) => {
      /** @type {Buffer[]} */
      const parts = [];
      stream.on('data', (part) => parts.push(part));
      stream.on('end', () => {
        const letter = {
          from: envelope.mailFrom ? envelope.mailFrom.address : '',
          to: envelope.rcptTo.map(({ address }) => address),
          text: Buffer.concat(parts).toString('utf8')
        };
        letters.push(letter);
        onLetter?.(letter);
        done();
      });
    }
  });
  // Who hangs up in the middle is the client's own affair.
  server.on('error', () => undefined);
  await new Promise((done) => server.listen(port, '127.0.0.1', () => done(undefined)));
  const address = server.server.address();
  const at = address && typeof address === 'object' ? address.port : port;
  return {
    url: `smtp://127.0.0.1:${at}`,
    port: at,
    letters,
    close: () => new Promise((done) => server.close(() => done(undefined)))
  };
}
