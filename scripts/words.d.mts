export const WORDS: readonly (readonly [no: RegExp, instead: string])[]
export const MEANT: readonly string[]
export function wordProblem(text: string): string | null
