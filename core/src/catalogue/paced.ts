/** Repeated holds: seconds on and off, and a count-in (protocol; the count-in is our own). */
export const PACE = { readyS: 3, onS: 7, offS: 3 } as const
