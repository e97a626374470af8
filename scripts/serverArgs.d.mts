export const SERVER_ARGS: readonly string[]
