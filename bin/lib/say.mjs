/** One line of progress on the console. */
export function say(text) {
  console.log(`  ${text}`);
}

/** An end with a message that says what to do; no stack. */
export class Stop extends Error {}

/** Runs a command's main function; a {@link Stop} ends it with its message. */
export async function run(main) {
  try {
    await main();
  } catch (error) {
    if (!(error instanceof Stop)) throw error;
    console.error(`\n  ${error.message.replace(/\n/g, '\n  ')}\n`);
    process.exitCode = 1;
  }
}
