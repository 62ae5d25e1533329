/** The columns of a log, all in one buffer. */

export interface Columns {
  t: Float64Array
  numbers: Float64Array
  what: Int32Array
  playing: Int32Array
  value: Int32Array
  body: Int16Array
  kind: Uint8Array
}

/** Columns for so many events, with so many numbers of their own. */
export function columnsFor(events: number, numbers: number): Columns {
  const buffer = new ArrayBuffer(events * 23 + numbers * 8)
  let at = 0
  const next = (bytes: number): number => (at += bytes) - bytes
  return {
    t: new Float64Array(buffer, next(events * 8), events),
    numbers: new Float64Array(buffer, next(numbers * 8), numbers),
    what: new Int32Array(buffer, next(events * 4), events),
    playing: new Int32Array(buffer, next(events * 4), events),
    value: new Int32Array(buffer, next(events * 4), events),
    body: new Int16Array(buffer, next(events * 2), events),
    kind: new Uint8Array(buffer, next(events), events),
  }
}

/** A copy of columns with so many events and numbers of theirs, with room for as many or more. */
export function copyOf(
  from: Columns,
  events: number,
  numbers: number,
  room = events,
  roomForNumbers = numbers,
): Columns {
  const to = columnsFor(room, roomForNumbers)
  to.t.set(from.t.subarray(0, events))
  to.numbers.set(from.numbers.subarray(0, numbers))
  to.what.set(from.what.subarray(0, events))
  to.playing.set(from.playing.subarray(0, events))
  to.value.set(from.value.subarray(0, events))
  to.body.set(from.body.subarray(0, events))
  to.kind.set(from.kind.subarray(0, events))
  return to
}
