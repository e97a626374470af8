import { StringDecoder } from 'node:string_decoder'
import { HttpProblem } from '../faults/problem'

/** Characters of one line, at the most: a picture of 10 MB is 14 in it. */
export const LINE_MOST = 24 * 1024 * 1024

/** A stream of bytes as lines, without their ends; an empty last one is left out. */
export async function* linesOf(bytes: AsyncIterable<Buffer>): AsyncGenerator<string> {
  const decoder = new StringDecoder('utf8')
  let pieces: string[] = []
  let length = 0
  for await (const chunk of bytes) {
    const text = decoder.write(chunk)
    let from = 0
    for (let end = text.indexOf('\n'); end >= 0; end = text.indexOf('\n', from)) {
      pieces.push(text.slice(from, end))
      const line = pieces.join('')
      // Let go of before the line goes out: a picture would be there twice.
      pieces = []
      length = 0
      from = end + 1
      yield line
    }
    if (from < text.length) {
      pieces.push(from === 0 ? text : text.slice(from))
      length += text.length - from
      if (length > LINE_MOST)
        throw new HttpProblem(413, 'too-large', 'A line of this file is longer than any row.')
    }
  }
  const rest = pieces.join('') + decoder.end()
  if (rest.trim() !== '') yield rest
}
