import type { NestExpressApplication } from '@nestjs/platform-express';
import { WsAdapter } from '@nestjs/platform-ws';
import cookieParser from 'cookie-parser';
import express from 'express';
import helmet from 'helmet';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { Config } from './platform/config/index.ts';
import { SchoolService } from './modules/school/index.ts';
import { keepConnections, LARGEST_JSON, shallowBodies } from './platform/http/index.ts';

/** The largest part of a recording, in bytes: about two seconds are usual. */
const LARGEST_PART = '4mb';
/** The largest change of a lesson's edits. */
const LARGEST_CHANGE = '8mb';
const SECONDS_IN_A_YEAR = 31_536_000;

/** Where a page of the web application begins that may stand in a frame of another page. */
const FRAMED = '/frame/';
const OWN_FRAMES = "frame-ancestors 'self'";

/** What stands between the network and the controllers. */
export function prepareHttp(app: NestExpressApplication, config: Config): void {
  keepConnections(app.getHttpServer());
  app.useWebSocketAdapter(new WsAdapter(app));
  app.set('trust proxy', 'loopback');
  app.disable('x-powered-by');
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'"],
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'blob:', 'data:'],
          mediaSrc: ["'self'", 'blob:'],
          workerSrc: ["'self'", 'blob:'],
          fontSrc: ["'self'", 'data:'],
          connectSrc: ["'self'"],
          objectSrc: ["'none'"],
          baseUri: ["'self'"],
          formAction: ["'self'"],
          frameAncestors: ["'self'"],
        },
      },
      strictTransportSecurity: config.secureCookies ? { maxAge: SECONDS_IN_A_YEAR } : false,
    }),
  );
  app.use(cookieParser());
  // A change can have many parts: every quiet stretch of a long lesson, shortened at once.
  app.use(/^\/api\/lessons\/[^/]+\/changes$/, express.json({ limit: LARGEST_CHANGE }));
  app.useBodyParser('json', { limit: LARGEST_JSON });
  app.use('/api/takes', express.raw({ type: 'application/octet-stream', limit: LARGEST_PART }));
  app.use('/api', shallowBodies);
  if (config.web) serveWeb(app, config.web);
}

/** The built web application: hashed files for ever, the page itself always fresh, any other path is the page. */
function serveWeb(app: NestExpressApplication, folder: string): void {
  if (!existsSync(join(folder, 'index.html'))) return;
  const encoded = express.static(folder, {
    index: false,
    setHeaders: (response, path) => {
      const hashed = path.includes(`${join(folder, 'assets')}/`);
      response.setHeader('Cache-Control', hashed ? `public, max-age=${SECONDS_IN_A_YEAR}, immutable` : 'no-cache');
    },
  });
  app.use(gzipped(folder));
  app.use(encoded);
  app.use((request: express.Request, response: express.Response, next: express.NextFunction) => {
    if (request.method !== 'GET' || /^\/(api|health)(\/|$)/.test(request.path)) return next();
    response.setHeader('Cache-Control', 'no-cache');
    const send = () => response.sendFile(join(folder, 'index.html'));
    if (!request.path.startsWith(FRAMED)) return send();
    void allowFrames(app, response).then(send, next);
  });
}

/** The page may stand in frames of the pages that the keeper has named, and hear from the window that it opens. */
async function allowFrames(app: NestExpressApplication, response: express.Response): Promise<void> {
  const hosts = await app.get(SchoolService, { strict: false }).frameHosts();
  const policy = String(response.getHeader('Content-Security-Policy'));
  response.setHeader('Content-Security-Policy', policy.replace(OWN_FRAMES, [OWN_FRAMES, ...hosts].join(' ')));
  response.removeHeader('X-Frame-Options');
  response.setHeader('Cross-Origin-Opener-Policy', 'unsafe-none');
}

/** Gives out the .gz that the build wrote beside each script and style, to browsers that take it. */
function gzipped(folder: string): express.RequestHandler {
  return (request, response, next) => {
    const type = request.path.endsWith('.js') ? 'text/javascript' : request.path.endsWith('.css') ? 'text/css' : null;
    const takes = String(request.headers['accept-encoding'] ?? '').includes('gzip');
    if (!type || !takes || !/^\/assets\/[\w.-]+$/.test(request.path)) return next();
    const file = join(folder, `${request.path}.gz`);
    if (!existsSync(file)) return next();
    response.setHeader('Content-Encoding', 'gzip');
    response.setHeader('Content-Type', `${type}; charset=utf-8`);
    response.setHeader('Cache-Control', `public, max-age=${SECONDS_IN_A_YEAR}, immutable`);
    response.sendFile(file);
  };
}
