import { existsSync, readdirSync } from 'node:fs'
import { extname, join } from 'node:path'
import type { RequestHandler } from 'express'

/** Built files under an address, as they were compressed when they were built. */
export function packed(folder: string): RequestHandler {
  const kept = new Set(
    existsSync(folder) ? readdirSync(folder).filter((f) => f.endsWith('.gz')) : [],
  )
  return (req, res, next) => {
    const name = `${req.path.slice(1)}.gz`
    if (!kept.has(name)) return next()
    res.vary('Accept-Encoding')
    if (req.acceptsEncodings('gzip') !== 'gzip') return next()
    res.type(extname(req.path)).set('Content-Encoding', 'gzip')
    res.sendFile(join(folder, name), { immutable: true, maxAge: '1y', dotfiles: 'allow' })
  }
}
