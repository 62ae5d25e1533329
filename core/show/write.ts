import { complete } from './complete'
import { showTable } from './table'
import type { Show } from './types'

/** A show as text: fields in the order of the table, two spaces, a line end at the end, so that versions compare well. */
export const writeShow = (show: Show): string => JSON.stringify(complete(showTable, show), null, 2) + '\n'
