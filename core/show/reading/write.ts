import { complete } from '../format/complete'
import { showTable } from '../format/table'
import type { Show } from '../format/types'

/** A show as text: fields in the order of the table, two spaces, a line end at the end, so that versions compare well. */
export const writeShow = (show: Show): string => JSON.stringify(complete(showTable, show), null, 2) + '\n'
