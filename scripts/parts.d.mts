import type { Linter } from 'eslint'

export const NATIVE_PARTS: readonly string[]
export const parts: Linter.Config[]
