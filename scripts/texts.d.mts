export function textsOf(name: string, source: string): { line: number; text: string }[]
