import { hearInterrupts, Interrupted } from './interrupt.mjs'

/** Ends the program with one sentence for a person instead of a stack trace. */
export class Stop extends Error {}

export const say = text => process.stdout.write(`${text}\n`)

/**
 * Runs the main function of a script; a `Stop` is told as its sentence.
 * @param {{ onInterrupt?: () => void }} [told] what is said when somebody has ended it while it was at work
 */
export async function main(work, { onInterrupt = () => { process.exitCode = 130 } } = {}) {
  hearInterrupts()
  try {
    await work()
  } catch (error) {
    if (error instanceof Interrupted) return onInterrupt()
    if (!(error instanceof Stop)) throw error
    process.stderr.write(`\n${error.message}\n`)
    process.exitCode = 1
  }
}
