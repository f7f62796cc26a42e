import { performance } from 'node:perf_hooks'
import { LRUCache } from 'lru-cache'

/*
 * One thread answers everybody. Whoever has had much of its time of late shares one lane with others of that kind, a request at a time;
 * all others go past them at once, and while some do and the thread is busy the lane rests as long as it worked.
 */

/** What a person may have of the thread's time before that, and which part of all time is given back. */
const CREDIT_MS = 200
const GIVEN_BACK = 0.05
/** More is not kept against anybody: after forty seconds of rest all is forgotten. */
const MOST_OWED_MS = 2000
/** The thread is busy when it has worked for this part of the time since the last look. */
const BUSY = 0.3
const LOOK_EVERY_MS = 200
/** For so long the lane gives way to somebody who has come past it. */
const GIVES_WAY_MS = 1000
/** Work that only waits gives its place in the lane up. */
const MOST_IN_LANE_MS = 2000

const passed = (ms: number) => new Promise<void>(done => void setTimeout(done, ms))

export interface Clock { nowMs: () => number, activeMs: () => number }

const real: Clock = { nowMs: () => performance.now(), activeMs: () => performance.eventLoopUtilization().active }

/** Who has had how much of the thread's time. What it works while several are in work is shared among them. */
export class LoopTime {
  private readonly owed = new LRUCache<string, { ms: number, at: number }>({ max: 5000 })
  private readonly waiting: { person: string, go: () => void }[] = []
  private isTaken = false
  private inWork = 0
  /** The thread's time a request that was in work from the start would have had. */
  private share = 0
  private seenActive: number
  /** Who has gone past the lane last. */
  private passer = { person: '', at: -Infinity }
  private look: { now: number, active: number, isBusy: boolean }

  constructor(private readonly clock: Clock = real) {
    this.seenActive = clock.activeMs()
    this.look = { now: clock.nowMs(), active: this.seenActive, isBusy: false }
  }

  /** Does a person's work: at once, or in the lane. */
  async do<T>(person: string, work: () => Promise<T>): Promise<T> {
    if (this.owedBy(person) <= CREDIT_MS) {
      this.passer = { person, at: this.clock.nowMs() }
      return this.counted(person, work)
    }
    await new Promise<void>((go) => {
      this.waiting.push({ person, go })
      this.letOneIn()
    })
    const started = this.clock.nowMs()
    const done = this.counted(person, work)
    void this.leaveLane(person, done, started)
    return done
  }

  /** Whoever has had least comes first. */
  private letOneIn(): void {
    if (this.isTaken || this.waiting.length === 0) return
    const owed = this.waiting.map(({ person }) => this.owedBy(person))
    const [next] = this.waiting.splice(owed.indexOf(Math.min(...owed)), 1)
    this.isTaken = true
    next!.go()
  }

  private async leaveLane(person: string, done: Promise<unknown>, started: number): Promise<void> {
    await Promise.race([done.catch(() => undefined), passed(MOST_IN_LANE_MS)])
    const now = this.clock.nowMs()
    const isPassed = this.passer.person !== person && now - this.passer.at < GIVES_WAY_MS
    if (isPassed && this.isBusy()) await passed(Math.min(MOST_IN_LANE_MS, now - started))
    this.isTaken = false
    this.letOneIn()
  }

  private async counted<T>(person: string, work: () => Promise<T>): Promise<T> {
    this.advance()
    this.inWork += 1
    const before = this.share
    try {
      return await work()
    } finally {
      this.advance()
      this.inWork -= 1
      const ms = Math.min(MOST_OWED_MS, this.owedBy(person) + this.share - before)
      this.owed.set(person, { ms, at: this.clock.nowMs() })
    }
  }

  private advance(): void {
    const active = this.clock.activeMs()
    if (this.inWork > 0) this.share += (active - this.seenActive) / this.inWork
    this.seenActive = active
  }

  private owedBy(person: string): number {
    const { ms, at } = this.owed.get(person) ?? { ms: 0, at: 0 }
    return Math.max(0, ms - GIVEN_BACK * (this.clock.nowMs() - at))
  }

  private isBusy(): boolean {
    const [now, active] = [this.clock.nowMs(), this.clock.activeMs()]
    const passedMs = now - this.look.now
    if (passedMs >= LOOK_EVERY_MS) this.look = { now, active, isBusy: active - this.look.active > BUSY * passedMs }
    return this.look.isBusy
  }
}
