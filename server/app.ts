import { existsSync } from 'node:fs'
import { join } from 'node:path'
import express, { type ErrorRequestHandler, type Express, type RequestHandler } from 'express'
import { rateLimit } from 'express-rate-limit'
import helmet from 'helmet'
import { isAllowedHost, rightHost } from './host.ts'

/** The web server: the built app, nothing else. A strict content policy; unknown hosts are turned away. */
export function createApp(options: { dist: string; host: string }): Express {
  const app = express()
  app.disable('x-powered-by')
  app.use(onlyKnownHosts(options.host))
  app.use(
    rateLimit({
      windowMs: 10_000,
      limit: 2000,
      standardHeaders: 'draft-8',
      legacyHeaders: false,
    }),
  )
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'none'"],
          scriptSrc: ["'self'"],
          workerSrc: ["'self'"],
          connectSrc: ["'self'"],
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
  app.use((_request, response) => {
    response.status(405).type('text/plain').send('This server only hands out the app.\n')
  })
  app.use(inPlainWords)
  return app
}

/** Turns away names this server was not told of, and leads every loopback name to one: each keeps builds of its own. */
const onlyKnownHosts =
  (host: string): RequestHandler =>
  (request, response, next) => {
    if (!isAllowedHost(request.headers.host, host)) {
      response
        .status(403)
        .type('text/plain')
        .send(
          'This name is not one the server was told to answer to. Start it with ECHT_HOSTS=name to allow it.\n',
        )
      return
    }
    const right = rightHost(request.headers.host, host)
    if (right === null || request.method !== 'GET') next()
    else response.redirect(308, `http://${right}${request.originalUrl}`)
  }

/** What went wrong with a request, without where in the program or on the disk. */
const inPlainWords: ErrorRequestHandler = (
  error: { status?: number },
  _request,
  response,
  next,
) => {
  if (response.headersSent) {
    next(error)
    return
  }
  const status = error.status ?? 500
  const text =
    status === 404
      ? 'There is no such file here. Load the page anew.\n'
      : status < 500
        ? 'This address cannot be understood.\n'
        : 'The server failed at this. Try again; if it goes on, start it anew.\n'
  response.status(status).type('text/plain').send(text)
}
