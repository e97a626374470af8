export const NATIVE_PARTS: readonly string[]
