import type { Drafted, EventBodies, EventType, JobState, OpenedWith, Sheet, SheetDocument } from '#core'
import type { JobBundle } from '#shared/wire/types'

/** Why a signature was not taken; `needsPassword` when the PINs are spent. */
export interface SignFault { sentence: string, needsPassword?: boolean }

/** What a job would take over. */
export interface Takeover {
  from: OpenedWith
  to: OpenedWith
  note: string | null
  by: string | null
  was: SheetDocument
  is: SheetDocument
}

/** Who signs, and with what. */
export type Secret = { pin: string } | { password: string }

/**
 * A job on the bench, whoever keeps it: the live one with its server, one that is only practised on, or one that is played back.
 * Everything the bench shows comes from `state`; everything a person does goes through `act` and `sign`.
 */
export interface OpenJob {
  /** On a made-up machine: nothing of it goes anywhere, and no other page knows it. */
  readonly isPractice: boolean
  /** Number, machine and setup. */
  readonly meta: JobBundle['job']
  /** The sheet of the job, with all ways of its forks. */
  readonly sheet: Sheet
  readonly state: JobState
  /** Events that wait to be recorded. */
  readonly waitingIds: ReadonlySet<string>
  /** A newer released revision that the work could go on by: both documents, and what was written to its release. */
  readonly takeover: Takeover | null
  /** Why the last thing that was tried may not happen; null puts it away. */
  refusal: string | null
  /** Does something at the bench. Takes effect at once, or says in `refusal` why it may not happen. */
  act: <T extends EventType>(type: T, body: EventBodies[T]) => boolean
  /** Does several things with one tap: all of them or none, and they are undone together. */
  actTogether: (drafts: readonly Drafted[]) => boolean
  /** With a link, the numbers for marks and bags that only this bench gives. */
  reserveNumbers: () => Promise<void>
  /** True when this may be done only with a reason, which is asked for first. */
  asksReason: <T extends EventType>(type: T, body: EventBodies[T]) => boolean
  /** A second person signs one event at this bench. Says what went wrong. */
  sign: <T extends EventType>(type: T, body: EventBodies[T], login: string, secret: Secret) => Promise<SignFault | null>
}
