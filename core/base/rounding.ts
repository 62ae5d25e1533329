/** To the millimetre, the millisecond: how fine what is put down by hand is; never −0. */
export const thousandths = (value: number): number => Math.round(value * 1000) / 1000 + 0

/** To the centimetre, the hundredth of a degree; never −0. */
export const hundredths = (value: number): number => Math.round(value * 100) / 100 + 0
