import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { PICTURE_MOST_BYTES, stripPicture } from '../../src/formats/image'

const bytes = (...parts: (number[] | string)[]) =>
  Uint8Array.from(
    parts.flatMap((p) => (typeof p === 'string' ? [...p].map((c) => c.charCodeAt(0)) : p)),
  )
const text = (b: Uint8Array) => String.fromCharCode(...b)
const segment = (marker: number, body: string) => [
  0xff,
  marker,
  ((body.length + 2) >> 8) & 255,
  (body.length + 2) & 255,
  ...[...body].map((c) => c.charCodeAt(0)),
]
const be32 = (n: number) => [(n >>> 24) & 255, (n >>> 16) & 255, (n >>> 8) & 255, n & 255]
const le32 = (n: number) => be32(n).reverse()
const chunk = (kind: string, body: string) => [
  ...be32(body.length),
  ...[...(kind + body)].map((c) => c.charCodeAt(0)),
  0,
  0,
  0,
  0,
]
const riff = (kind: string, body: string) => [
  ...[...kind].map((c) => c.charCodeAt(0)),
  ...le32(body.length),
  ...[...body].map((c) => c.charCodeAt(0)),
  ...(body.length % 2 ? [0] : []),
]

const JPEG = bytes(
  [0xff, 0xd8],
  segment(0xe0, 'JFIF\0keep'),
  segment(0xe1, 'Exif\0\0GPS 51.5'),
  segment(0xe2, 'ICC_PROFILE\0keep'),
  segment(0xed, 'Photoshop owner'),
  segment(0xee, 'Adobe keep'),
  segment(0xfe, 'a comment'),
  segment(0xdb, 'tables'),
  [0xff, 0xda],
  'scan data',
  [0xff, 0xd9],
)
const PNG = bytes(
  [0x89],
  'PNG\r\n',
  [0x1a, 0x0a],
  chunk('IHDR', 'head'),
  chunk('tEXt', 'Author me'),
  chunk('eXIf', 'GPS'),
  chunk('tIME', 'now'),
  chunk('IDAT', 'pixels'),
  chunk('IEND', ''),
)
const WEBP = (() => {
  const body = bytes(
    riff('VP8X', String.fromCharCode(0x2c, 0, 0, 0, 1, 0, 0, 1, 0, 0)),
    riff('VP8 ', 'pixels'),
    riff('EXIF', 'GPS'),
    riff('XMP ', 'owner'),
  )
  return bytes('RIFF', le32(body.length + 4), 'WEBP', [...body])
})()

describe('a picture kept with a test', () => {
  it('JPEG: place, owner and comments go; the picture, its colours and its tables stay', () => {
    const r = stripPicture(JPEG)
    expect(r).toMatchObject({ ok: true, type: 'image/jpeg' })
    const out = r.ok ? text(r.bytes) : ''
    for (const gone of ['GPS', 'owner', 'comment']) expect(out).not.toContain(gone)
    for (const kept of ['JFIF', 'ICC_PROFILE', 'Adobe keep', 'tables', 'scan data'])
      expect(out).toContain(kept)
  })
  it('PNG: text, time and Exif go, the pixels stay', () => {
    const r = stripPicture(PNG)
    const out = r.ok ? text(r.bytes) : ''
    expect(r).toMatchObject({ ok: true, type: 'image/png' })
    for (const gone of ['Author', 'GPS', 'now']) expect(out).not.toContain(gone)
    for (const kept of ['IHDRhead', 'IDATpixels', 'IEND']) expect(out).toContain(kept)
  })
  it('WebP: Exif and XMP go with their flags, and the size is that of what is left', () => {
    const r = stripPicture(WEBP)
    expect(r).toMatchObject({ ok: true, type: 'image/webp' })
    if (!r.ok) return
    expect(text(r.bytes)).not.toMatch(/GPS|owner/)
    expect(text(r.bytes)).toContain('pixels')
    expect(r.bytes[20]! & 0x0c).toBe(0)
    expect(r.bytes[20]! & 0x20).toBe(0x20)
    expect(new DataView(r.bytes.buffer).getUint32(4, true)).toBe(r.bytes.length - 8)
  })
  it('stripping again changes nothing', () => {
    for (const p of [JPEG, PNG, WEBP]) {
      const once = stripPicture(p)
      expect(once.ok && stripPicture(once.bytes)).toEqual(once)
    }
  })
  it('what is no picture, too big or cut off is refused with a reason', () => {
    expect(stripPicture(bytes('GIF89a and more'))).toMatchObject({ reason: 'not-a-picture' })
    expect(stripPicture(bytes('%PDF-1.7'))).toMatchObject({ reason: 'not-a-picture' })
    expect(stripPicture(new Uint8Array(0))).toMatchObject({ reason: 'not-a-picture' })
    expect(stripPicture(new Uint8Array(PICTURE_MOST_BYTES + 1))).toMatchObject({
      reason: 'too-big',
      message: 'The picture is 10.0 MB; at most 10 MB.',
    })
    for (const p of [JPEG.slice(0, 30), PNG.slice(0, 40), WEBP.slice(0, -3)])
      expect(stripPicture(p)).toMatchObject({ reason: 'broken' })
  })
  it('no bytes at all make it throw', () => {
    const heads = [JPEG.slice(0, 4), PNG.slice(0, 8), WEBP.slice(0, 12)]
    fc.assert(
      fc.property(fc.constantFrom(...heads), fc.uint8Array({ maxLength: 200 }), (head, rest) => {
        stripPicture(Uint8Array.from([...head, ...rest]))
      }),
      { numRuns: 500 },
    )
  })
})
