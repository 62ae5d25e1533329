/** What knows no show: the agenda, luck, lists, errors. */
export { Agenda, NO_ENTRY, SAME_TIME, type Entry } from './agenda'
export { RunError } from './errors'
export { Gathered, takeOut } from './lists'
export { draw, drawWithin, keyOf, keyOfRule, keyWithin, within, type Stream } from './luck'
