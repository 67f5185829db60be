import pino from 'pino';

/**
 * What happens, a line of JSON each: time, level, number of the request, who (an id), what, result. No names, no
 * addresses of pages with a token in them, nothing that somebody wrote.
 */
export const log = pino(
  { base: null, timestamp: pino.stdTimeFunctions.isoTime, formatters: { level: (level) => ({ level }) } },
  pino.multistream([
    { level: 'info', stream: process.stdout },
    { level: 'error', stream: process.stderr }
  ])
);

/** An error as it may be logged: where it came from and its code, on one line. */
export function faultOf(error: unknown): Record<string, unknown> {
  if (!(error instanceof Error)) return { why: String(error) };
  const code = 'code' in error ? { code: error.code } : {};
  const stack = error.stack
    ?.split('\n')
    .slice(1, 8)
    .map((line) => line.trim());
  return { why: error.message, ...code, stack };
}
