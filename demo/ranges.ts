/** From the least to the most. */
export const range = (low: number, high: number) => [low, high]
/** Somewhere around whoever hears it: from how near to how far (m), within an arc (degrees). */
export const around = (near: number, far: number, arc = 360) => ({ at: 'around', near, far, arc })
