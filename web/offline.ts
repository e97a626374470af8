import type { Plugin } from 'vite'

/**
 * What the page needs without its server: everything built but the solver, which only the planner
 * loads.
 */
const WANTED = /\.(js|css|html|svg|woff2|webmanifest)$/

/**
 * Writes a service worker that keeps the built files: the app opens and the floor runs while the
 * server is away.
 */
export function offline(): Plugin {
  return {
    name: 'mano-offline',
    apply: 'build',
    enforce: 'post',
    generateBundle(_, bundle) {
      const files = [
        '/',
        '/mano.svg',
        '/mano.webmanifest',
        ...Object.keys(bundle)
          .filter((f) => WANTED.test(f) && !f.endsWith('.html') && !/highs|planner/.test(f))
          .map((f) => `/${f}`),
      ]
      const version = files
        .reduce((h, f) => [...f].reduce((a, c) => (Math.imul(a, 31) + c.charCodeAt(0)) | 0, h), 7)
        .toString(36)
      this.emitFile({
        type: 'asset',
        fileName: 'sw.js',
        source: WORKER.replace('VERSION', JSON.stringify(`mano-${version}`)).replace(
          'FILES',
          JSON.stringify(files),
        ),
      })
    },
  }
}

// Pages come from the server where it answers, else as kept; built files are named by their content
// and come as kept; the interface never.
const WORKER = `const version = VERSION
const files = FILES
self.addEventListener('install', (e) => { e.waitUntil(caches.open(version).then((c) =>
c.addAll(files)).then(() => self.skipWaiting())) })
self.addEventListener('activate', (e) => { e.waitUntil(caches.keys().then((all) =>
Promise.all(all.filter((k) => k !== version).map((k) => caches.delete(k)))).then(() =>
self.clients.claim())) })
self.addEventListener('fetch', (e) => {
  const url = new URL(e.request.url)
  const ours = url.origin === location.origin && !url.pathname.startsWith('/api/')
  if (e.request.method !== 'GET' || !ours) return
  const kept = (path) => caches.match(path, { cacheName: version })
  if (e.request.mode === 'navigate') e.respondWith(fetch(e.request).catch(() => kept('/')))
  else if (files.includes(url.pathname))
    e.respondWith(kept(url.pathname).then((hit) => hit ?? fetch(e.request)))
})
`
