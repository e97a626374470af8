import { refused } from '../faults/problem'

/** The longer side of what is kept, px, and what a picture may have before it, px in all. */
const SIDE_PX = 1600
const PIXELS_MOST = 60_000_000
const KINDS = ['jpeg', 'png', 'webp']

/**
 * A picture drawn anew: nothing of its file is left but what is seen, no place, no owner, no word
 * after its end. It comes out as a JPEG of the shown way up, at most 1600 px a side. Refuses what
 * is
 * no JPEG, PNG or WebP, ends too soon, or would unpack to more than 60 million pixels.
 */
export async function drawnAnew(file: Buffer): Promise<Buffer> {
  // Loaded with the first picture: most servers never see one.
  const { default: sharp } = await import('sharp')
  sharp.concurrency(1)
  sharp.cache(false)
  const picture = () => sharp(file, { failOn: 'error', limitInputPixels: PIXELS_MOST })
  const { format } = await Promise.resolve()
    .then(() => picture().metadata())
    .catch(() => ({ format: '' }))
  if (!KINDS.includes(format)) throw refused('picture', 'Not a JPEG, PNG or WebP picture.')
  try {
    return await picture()
      .autoOrient()
      .resize(SIDE_PX, SIDE_PX, { fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#fff' })
      .jpeg({ quality: 85 })
      .toBuffer()
  } catch (error) {
    throw refused(
      'picture',
      error instanceof Error && error.message.includes('pixel limit')
        ? 'The picture has more than 60 million pixels.'
        : 'The picture is broken: it ends too soon. Take it again.',
    )
  }
}
