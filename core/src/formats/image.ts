/** Pictures a test may keep. */
export const PICTURE_TYPES = ['image/jpeg', 'image/png', 'image/webp'] as const
export type PictureType = (typeof PICTURE_TYPES)[number]
export const PICTURE_MOST_BYTES = 10 * 1024 * 1024

export type PictureResult =
  | { ok: true; type: PictureType; bytes: Uint8Array }
  | { ok: false; reason: 'not-a-picture' | 'too-big' | 'broken'; message: string }

const BROKEN = {
  ok: false,
  reason: 'broken',
  message: 'The picture is broken: it ends too soon. Take it again.',
} as const
const ascii = (b: Uint8Array, at: number, n: number): string =>
  String.fromCharCode(...b.subarray(at, at + n))
const join = (parts: readonly Uint8Array[]): Uint8Array => {
  const out = new Uint8Array(parts.reduce((n, p) => n + p.length, 0))
  parts.reduce((at, p) => {
    out.set(p, at)
    return at + p.length
  }, 0)
  return out
}

/**
 * A picture without what it says of place, time, device or owner: JPEG application segments but
 * JFIF, colour profile and Adobe and all comments,
 * PNG text, time and Exif chunks, WebP Exif and XMP chunks are left out; the picture itself is not
 * touched. Layout by JFIF/ITU T.81, the PNG
 * specification and the WebP container specification (from memory). Refuses other types, over 10 MB
 * and files that end in mid-segment.
 */
export function stripPicture(b: Uint8Array): PictureResult {
  if (b.length > PICTURE_MOST_BYTES)
    return {
      ok: false,
      reason: 'too-big',
      message: `The picture is ${(b.length / 1048576).toFixed(1)} MB; at most 10 MB.`,
    }
  if (b.length > 3 && b[0] === 0xff && b[1] === 0xd8 && b[2] === 0xff) return jpeg(b)
  if (b.length > 8 && ascii(b, 1, 3) === 'PNG' && b[0] === 0x89) return png(b)
  if (b.length > 12 && ascii(b, 0, 4) === 'RIFF' && ascii(b, 8, 4) === 'WEBP') return webp(b)
  return { ok: false, reason: 'not-a-picture', message: 'Not a JPEG, PNG or WebP picture.' }
}

function jpeg(b: Uint8Array): PictureResult {
  const parts: Uint8Array[] = [b.subarray(0, 2)]
  let at = 2
  for (;;) {
    if (at + 4 > b.length || b[at] !== 0xff) return BROKEN
    const marker = b[at + 1]!
    if (marker === 0xff) {
      at++
      continue
    }
    // The scan: from here on it is the picture.
    if (marker === 0xda)
      return { ok: true, type: 'image/jpeg', bytes: join([...parts, b.subarray(at)]) }
    const end = at + 2 + (b[at + 2]! << 8) + b[at + 3]!
    if (end > b.length) return BROKEN
    const profile = marker === 0xe2 && ascii(b, at + 4, 11) === 'ICC_PROFILE'
    if (!((marker >= 0xe1 && marker <= 0xef && marker !== 0xee && !profile) || marker === 0xfe))
      parts.push(b.subarray(at, end))
    at = end
  }
}

const PNG_OUT = ['tEXt', 'zTXt', 'iTXt', 'eXIf', 'tIME']

function png(b: Uint8Array): PictureResult {
  const view = new DataView(b.buffer, b.byteOffset, b.byteLength)
  const parts: Uint8Array[] = [b.subarray(0, 8)]
  for (let at = 8; at + 12 <= b.length;) {
    const end = at + 12 + view.getUint32(at)
    const kind = ascii(b, at + 4, 4)
    if (end > b.length) return BROKEN
    if (!PNG_OUT.includes(kind)) parts.push(b.subarray(at, end))
    if (kind === 'IEND') return { ok: true, type: 'image/png', bytes: join(parts) }
    at = end
  }
  return BROKEN
}

function webp(b: Uint8Array): PictureResult {
  const view = new DataView(b.buffer, b.byteOffset, b.byteLength)
  const parts: Uint8Array[] = []
  for (let at = 12; at < b.length;) {
    if (at + 8 > b.length) return BROKEN
    const size = view.getUint32(at + 4, true)
    const end = at + 8 + size + (size & 1)
    const kind = ascii(b, at, 4)
    if (at + 8 + size > b.length) return BROKEN
    if (kind !== 'EXIF' && kind !== 'XMP ') {
      const part = b.slice(at, end)
      // The flags that announce Exif (0x08) and XMP (0x04).
      if (kind === 'VP8X') part[8]! &= ~0x0c
      parts.push(part)
    }
    at = end
  }
  const body = join(parts)
  const head = new Uint8Array(12)
  head.set(b.subarray(0, 12))
  new DataView(head.buffer).setUint32(4, body.length + 4, true)
  return { ok: true, type: 'image/webp', bytes: join([head, body]) }
}
