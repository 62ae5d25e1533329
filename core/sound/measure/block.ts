/** The length of a block of an envelope (s). */
export const BLOCK = 0.1
