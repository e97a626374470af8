import type { Hand } from '../catalogue/person'
import type { Script, ScriptSet } from './simulate'

export type Typed = { ok: true; script: Script } | { ok: false; why: string }

const HANDS: Readonly<Record<string, Hand>> = {
  l: 'left',
  left: 'left',
  r: 'right',
  right: 'right',
  b: 'both',
  both: 'both',
}
const NUMBER = String.raw`(\d+(?:[.,]\d+)?)`
const LINE = new RegExp(
  String.raw`^(?:(\d+)\s*[x×]\s*)?([a-z]+)\s+${NUMBER}\s*s?\s+${NUMBER}\s*%` +
    String.raw`(?:\s+rest\s+(\d+)\s*s?)?$`,
  'i',
)
/** The most one line may repeat. */
const TIMES_MOST = 50

const number = (t: string): number => Number(t.replace(',', '.'))

/**
 * A session typed line by line: `left 20 s 65 % rest 60`, `3 x both 10 s 50 % rest 90`. Hand,
 * seconds, share of the maximum, rest after it (none where left out). Refused with the line that is
 * not read.
 */
export function readScript(text: string): Typed {
  const lines = text
    .split(/\n|;/)
    .map((l) => l.trim())
    .filter((l) => l !== '')
  if (lines.length === 0) return { ok: false, why: 'Type a hold: left 20 s 65 % rest 60.' }
  const script: ScriptSet[] = []
  for (const [i, line] of lines.entries()) {
    const [, repeat = '1', who = '', hold = '', share = '', rest = '0'] = LINE.exec(line) ?? []
    const hand = HANDS[who.toLowerCase()]
    if (!hand)
      return {
        ok: false,
        why: `Line ${i + 1} is not read. Type it like this: left 20 s 65 % rest 60.`,
      }
    const times = Number(repeat)
    if (times < 1 || times > TIMES_MOST)
      return { ok: false, why: `Line ${i + 1}: once to ${TIMES_MOST} times.` }
    for (let n = 0; n < times; n++)
      script.push({
        hand,
        workS: number(hold),
        share: number(share) / 100,
        restS: Number(rest),
      })
  }
  return { ok: true, script }
}

/** A script as it would be typed: alike lines in a row are one. */
export function writeScript(script: Script): string {
  const out: { line: string; n: number }[] = []
  for (const s of script) {
    const line = `${s.hand} ${s.workS} s ${Math.round(100 * s.share)} % rest ${s.restS}`
    const last = out.at(-1)
    if (last?.line === line) last.n++
    else out.push({ line, n: 1 })
  }
  return out.map(({ line, n }) => (n > 1 ? `${n} x ${line}` : line)).join('\n')
}
