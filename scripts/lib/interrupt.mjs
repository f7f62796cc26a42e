/** Somebody has asked the program to end while it was still at work; what it was doing is over. */
export class Interrupted extends Error {}

let tell
/** Settled when somebody has asked the program to end. */
export const asked = new Promise((resolve) => { tell = resolve })

let isAsked = false
export const isInterrupted = () => isAsked

/** Hears Ctrl-C and the like from now on: whatever is under way is ended in order, nothing is left behind. */
export function hearInterrupts() {
  for (const name of ['SIGINT', 'SIGTERM', 'SIGHUP']) {
    process.on(name, () => {
      isAsked = true
      tell('asked')
    })
  }
}
