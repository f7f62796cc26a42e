/** Ends the program with one sentence for a person instead of a stack trace. */
export class Stop extends Error {}

export const say = text => process.stdout.write(`${text}\n`)

/** Runs the main function of a script; a `Stop` is told as its sentence. */
export async function main(work) {
  try {
    await work()
  } catch (error) {
    if (!(error instanceof Stop)) throw error
    process.stderr.write(`\n${error.message}\n`)
    process.exitCode = 1
  }
}
