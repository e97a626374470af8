export const LADDERS: Readonly<Record<string, readonly (readonly string[])[]>>
export function refusedImport(file: string, name: string): string | null
export function importsOf(folder: string): Map<string, string[]>
export function circles(imports: ReadonlyMap<string, readonly string[]>): string[][]
