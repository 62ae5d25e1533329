/** What is no higher than this above the floor is stepped over, and floors that close in height are one (m). */
export const STEP = 0.4
