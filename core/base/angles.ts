/** An angle in radians, of one in degrees. */
export const radians = (degrees: number): number => (degrees * Math.PI) / 180
