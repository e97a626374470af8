export const HAND = { left: 'Left', right: 'Right', both: 'Both hands' } as const
