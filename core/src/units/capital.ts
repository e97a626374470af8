/** A text with its first letter as a capital; an empty one stays empty. */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)
