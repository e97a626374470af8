/** Pictures a test takes; kept are JPEGs. */
export const PICTURE_TYPES = ['image/jpeg', 'image/png', 'image/webp'] as const
export type PictureType = (typeof PICTURE_TYPES)[number]
export const PICTURE_MOST_BYTES = 10 * 1024 * 1024
/** Pictures a test keeps at the most: own rule, no source. */
export const PICTURES_MOST = 12
