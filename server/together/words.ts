import { array, lazy, number, object, string, tuple } from 'yup'
import type { Show } from '../../core/show'
import type { Say } from '../../core/together'
import type { Beginning } from '../../core/walking'
import { coordinate, finite, told, yesOrNo } from '../http/told'

/** With this a window comes, or comes again. */
export interface Hello {
  show: string
  /** Its own, and nobody else's. */
  key: string
  looksOn: boolean
  /** Whether it was there before its line broke. */
  again: boolean
  /** What is walked in if nobody walks yet. */
  beginning: Beginning
}

/** What the server says to the thread of a party, and hears from it. */
export type ToThread =
  | { open: Show; beginning: Beginning }
  | { enter: string; looksOn: boolean }
  | { say: string; of: string }
  | { leave: string }
  | { word: string }
export type FromThread = { to: string; text: string } | { walkers: number; isOver: boolean } | { failed: string }

const beginning = object({
  seed: number().integer().min(0).max(Number.MAX_SAFE_INTEGER).defined(),
  walks: array(string().max(200).defined()).min(1).max(1000).defined(),
  player: number().integer().min(0).max(999).defined(),
  from: lazy((value: unknown) =>
    typeof value === 'object' && value !== null && 't' in value
      ? object({ t: finite().min(0).max(1e6).defined() }).noUnknown()
      : object({ at: tuple([coordinate(), coordinate(), coordinate()]).defined(), yaw: coordinate() }).noUnknown(),
  ),
}).noUnknown()
const hello = object({
  show: string().uuid().defined(),
  key: string().uuid().defined(),
  looksOn: yesOrNo(),
  again: yesOrNo(),
  beginning: beginning.defined(),
}).noUnknown()

const order = lazy((value: unknown) => {
  const has = (field: string) => typeof value === 'object' && value !== null && field in value
  if (has('key')) return object({ key: string().min(1).max(40).defined() }).noUnknown()
  if (has('pace')) return object({ pace: finite().min(0).max(1).defined() }).noUnknown()
  return object({ back: finite().min(0).max(1e6).defined() }).noUnknown()
})
const say = object({
  n: number().integer().min(1).defined(),
  has: number().integer().min(0).defined(),
  pose: tuple([coordinate(), coordinate(), coordinate(), coordinate(), coordinate()]).optional(),
  puts: number().integer().min(0).defined(),
  from: number().integer().min(0).defined(),
  orders: array(order).max(200).defined(),
}).noUnknown()

/** What a text says; nothing if it is none of these. */
export const helloIn = (text: string): Hello | undefined => told<Hello>(hello, text)
export const sayIn = (text: string): Say | undefined => told<Say>(say, text)
