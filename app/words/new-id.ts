import { v4 } from 'uuid'

/** A UUID (RFC 9562, version 4), also in a page that is no secure context, where browsers give none. */
export const newId = (): string => v4()
