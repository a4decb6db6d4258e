import { existsSync } from 'node:fs'
import { join } from 'node:path'
import express, { type Express } from 'express'
import { rateLimit } from 'express-rate-limit'
import helmet from 'helmet'
import { isAllowedHost } from './host.ts'

/** The web server: the built app, nothing else. A strict content policy; unknown hosts are turned away. */
export function createApp(options: { dist: string; host: string }): Express {
  const app = express()
  app.disable('x-powered-by')
  app.use((request, response, next) => {
    if (isAllowedHost(request.headers.host, options.host)) {
      next()
      return
    }
    response
      .status(403)
      .type('text/plain')
      .send(
        'This name is not one the server was told to answer to. Start it with ECHT_HOSTS=name to allow it.\n',
      )
  })
  app.use(
    rateLimit({ windowMs: 10_000, limit: 2000, standardHeaders: 'draft-8', legacyHeaders: false }),
  )
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'none'"],
          scriptSrc: ["'self'"],
          workerSrc: ["'self'"],
          connectSrc: ["'self'", 'ws:'],
          imgSrc: ["'self'", 'data:', 'blob:'],
          fontSrc: ["'self'", 'data:'],
          // Mantine and the charts set style attributes; scripts stay strict
          styleSrc: ["'self'", "'unsafe-inline'"],
          manifestSrc: ["'self'"],
          baseUri: ["'none'"],
          formAction: ["'self'"],
          frameAncestors: ["'none'"],
          objectSrc: ["'none'"],
        },
      },
      // plain http on loopback and in the shed
      strictTransportSecurity: false,
    }),
  )
  app.get('/health', (_request, response) => {
    response.json({ ok: true })
  })
  app.use(
    '/assets',
    express.static(join(options.dist, 'assets'), {
      immutable: true,
      maxAge: '1y',
      fallthrough: false,
    }),
  )
  app.use(express.static(options.dist, { index: false }))
  app.get('/{*path}', (_request, response) => {
    const page = join(options.dist, 'index.html')
    if (existsSync(page)) response.sendFile(page)
    else
      response
        .status(503)
        .type('text/plain')
        .send('The app is not built yet: run "npm run build".\n')
  })
  return app
}
