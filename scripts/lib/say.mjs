/** A failure the user can act on: shown as one message, without a stack. */
export class Refusal extends Error {}

export function say(text) {
  console.log(text);
}

/** Runs a script's main function; a Refusal ends it with its message, anything else with its stack. */
export async function main(work) {
  try {
    await work();
  } catch (error) {
    console.error(error instanceof Refusal ? `\n${error.message}` : error);
    process.exitCode = 1;
  }
}
