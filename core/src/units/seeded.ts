/** Even numbers from 0 to 1, the same for the same seed (mulberry32, public domain). */
export function seeded(seed: number): () => number {
  let a = seed >>> 0
  return () => {
    a = (a + 0x6d2b79f5) >>> 0
    let t = Math.imul(a ^ (a >>> 15), a | 1)
    t = (t + Math.imul(t ^ (t >>> 7), t | 61)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

/** The same with the draws that data made up need. Neighbouring seeds lie far apart. */
export class Seeded {
  /** 0 to 1. */
  readonly next: () => number

  constructor(seed: number) {
    this.next = seeded((seed * 2654435761) >>> 0)
  }

  normal(mean = 0, sd = 1): number {
    const u = Math.max(this.next(), 1e-12)
    return mean + sd * Math.sqrt(-2 * Math.log(u)) * Math.cos(2 * Math.PI * this.next())
  }

  between(low: number, high: number): number {
    return low + (high - low) * this.next()
  }

  bytes(n: number): Uint8Array {
    return Uint8Array.from({ length: n }, () => Math.floor(this.next() * 256))
  }
}
