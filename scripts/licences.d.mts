export const ALLOWED: readonly string[]
export function allowed(licence: string): boolean
export function shipped(): [name: string, version: string, licence: string][]
export function page(): string
