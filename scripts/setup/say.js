/** A set-up failure that the user can mend: printed as its message alone, without a stack. */
export class SetupError extends Error {}

/** @param {string} text */
export const say = (text) => console.log(`  ${text}`);

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
