import type { Linter } from 'eslint'

export const LADDERS: Readonly<Record<string, readonly (readonly string[])[]>>
export const arrows: Linter.Config[]
export function importsOf(folder: string): Map<string, string[]>
export function circles(imports: ReadonlyMap<string, readonly string[]>): string[][]
