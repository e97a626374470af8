import { gzipSync } from 'node:zlib'
import type { Request, Response } from 'express'

/**
 * Bytes of an answer that is compressed at once, within the request: a fifth of a millisecond for
 * the fifty kilobytes of a roster, where the way through the threads takes one to fifteen. What is
 * longer goes that way.
 */
const AT_ONCE = { least: 1024, most: 65_536 }

/** Where an answer that is given again is kept as it was compressed. */
export interface Packed {
  bytes?: Buffer
}

export interface Answer {
  status: number
  body: unknown
  /** The body is a text that was told before, or will be again. */ packed?: Packed
  type?: string
  /** Offered as a file of this name. */ fileName?: string
}

export function answer(
  req: Request,
  res: Response,
  { status, body, packed = {}, type, fileName }: Answer,
): void {
  if (status === 204) {
    res.status(204).end()
    return
  }
  if (fileName) res.set(attachment(fileName))
  res.status(status).type(type ?? 'application/json; charset=utf-8')
  const text = type ? body : JSON.stringify(body)
  if (
    typeof text === 'string' &&
    text.length >= AT_ONCE.least &&
    text.length <= AT_ONCE.most &&
    req.acceptsEncodings('gzip') === 'gzip'
  )
    res
      .vary('Accept-Encoding')
      .set('Content-Encoding', 'gzip')
      .send((packed.bytes ??= gzipSync(text, { level: 1 })))
  else res.send(text)
}

export const attachment = (fileName: string): Record<string, string> => ({
  'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(fileName)}`,
})
