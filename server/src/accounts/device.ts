const BROWSERS = [
  [/Edg\//, 'Edge'],
  [/Firefox\//, 'Firefox'],
  [/Chrom(e|ium)\//, 'Chromium'],
  [/Safari\//, 'Safari'],
] as const
const SYSTEMS = [
  [/iPad/, 'iPad'],
  [/iPhone/, 'iPhone'],
  [/Android/, 'Android'],
  [/Windows/, 'Windows'],
  [/Mac OS/, 'Mac'],
  [/Linux/, 'Linux'],
] as const

/** A browser in words its owner knows it by; empty: it says nothing known. */
export function deviceOf(userAgent: string): string {
  const word = (of: readonly (readonly [RegExp, string])[]) =>
    of.find(([sign]) => sign.test(userAgent))?.[1]
  return [word(BROWSERS), word(SYSTEMS)].filter((w) => w !== undefined).join(' on ')
}
