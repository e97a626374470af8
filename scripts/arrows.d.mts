export const arrows: readonly { files: string[]; rules: Record<string, unknown> }[]
