/** Something a person must be told: shown as it is, without a stack. */
export class Told extends Error {}

/** One line about what is being done. */
export function say(text) {
  console.log(`  ${text}`);
}
