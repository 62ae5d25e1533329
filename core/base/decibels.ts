/** The amplitude that so many decibels leave (1 is what was there). */
export const amplitude = (decibels: number): number => 10 ** (decibels / 20)

/** An amplitude in decibels; infinite below for none. */
export const decibels = (amplitude: number): number => 20 * Math.log10(amplitude)

/** A power in decibels; infinite below for none. */
export const powerDecibels = (power: number): number => 10 * Math.log10(power)
