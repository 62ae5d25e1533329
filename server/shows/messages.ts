import type { Operation } from '../../core/show'
import type { StudyReport, Who } from '../../core/study'

/** The answer to an edit. */
export interface Accepted {
  revision: number
  /** The patch as it was applied, after others' edits. */
  patch: Operation[]
  /** What others did since the revision the edit was made on. */
  before: Done[]
}

/** An edit that has been taken, by the revision it led to. */
export interface Done {
  id: string
  revision: number
  label: string
  patch: Operation[]
}

/** What has been done to a show, the latest first. */
export interface History {
  revision: number
  /** The first revision that can be looked at. */
  from: number
  edits: { revision: number; label: string; at: string }[]
  versions: { revision: number; name: string; at: string }[]
}

/** Somebody's run, or a study, that was kept: of whom, of which version of the show, and what the study came to. */
export interface Take {
  id: string
  name: string
  revision: number
  at: string
  who: Who
  study?: StudyReport
}

/** What a window with a show open hears from the server. */
export type Word =
  | ({ kind: 'edit' } & Done)
  /** How far the show is that a window has just opened. */
  | { kind: 'at'; revision: number }
  /** How many other windows have the show open. */
  | { kind: 'others'; count: number }
  /** How many walk together in it. */
  | { kind: 'walkers'; count: number }
  /** How many other windows follow this one's playhead. */
  | { kind: 'followers'; count: number }
  /** What another window looks at. */
  | { kind: 'shown'; shown: Shown }

/** What a window looks at, that another follows. */
export interface Shown {
  t: number
  seed: number
  walks: string[]
  /** From where one looks through Eyes, or that it is the player's own picture; nothing where Eyes isn't open. */
  eyes?: 'player' | { at: [number, number, number]; yaw: number; pitch: number; fov: number }
}
/** What a window says besides the id of the show that it opens. */
export type Told = { follows: boolean } | { shown: Shown }
