import { parseArgs } from 'node:util';

/** A set-up failure that the user can mend: printed as its message alone, without a stack. */
export class SetupError extends Error {}

/** @param {string} text */
export const say = (text) => console.log(`  ${text}`);

/**
 * Options of a command and the words before or after them; what it does not know is answered with its help.
 * @template {NonNullable<import('node:util').ParseArgsConfig['options']>} T
 * @param {string} help @param {T} options
 */
export function readOptions(help, options) {
  try {
    return parseArgs({ options, allowPositionals: true });
  } catch (error) {
    throw new SetupError(`${/** @type {Error} */ (error).message}\n\n${help}`);
  }
}

/**
 * Runs a command's main function; ends the process with a message that says what to do.
 * @param {() => Promise<number | void>} main
 */
export async function runMain(main) {
  try {
    process.exitCode = (await main()) ?? 0;
  } catch (error) {
    if (error instanceof SetupError) console.error(`\n${error.message}\n`);
    else console.error(error);
    process.exitCode = 1;
  }
}
