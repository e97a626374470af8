/** A small seeded generator (mulberry32): the same seed gives the same hall. */
export class Seeded {
  private state: number

  constructor(seed: number) {
    this.state = (seed * 2654435761) >>> 0
  }

  /** 0 to 1. */
  next(): number {
    this.state = (this.state + 0x6d2b79f5) >>> 0
    let t = this.state
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
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
