/** What knows no show: time as an agenda, luck that can be repeated, lists, what is worked out once. */
export { Agenda, NO_ENTRY, NO_RANK, SAME_TIME, type Entry } from './agenda'
export { Gathered, takeOut } from './lists'
export { draw, drawWithin, keyOf, keyOfRule, keyWithin, within, type Stream } from './luck'
export { memo, memoFor } from './memo'
export { extent } from './extent'
export { amplitude, decibels, powerDecibels } from './decibels'
export { hundredths, thousandths } from './rounding'
export { jsonTooMuch, MOST_GLTF, MOST_JSON } from './json-size'
