import compression from 'compression';
import express, { type ErrorRequestHandler, type Express } from 'express';
import expressStaticGzip from 'express-static-gzip';
import helmet from 'helmet';
import { existsSync } from 'node:fs';
import path from 'node:path';

export interface ServerDeps {
  /** Folder of the built app. */
  webRoot: string;
  version: string;
  /** Whether a browser that opens Coulan for the first time is to be given the demo rigs. */
  demo: boolean;
}

const YEAR_MS = 31_536_000_000;

/** The web server: serves the build, says how it is, and sends every other address to the app. */
export function createApp({ webRoot, version, demo }: ServerDeps): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'none'"],
          scriptSrc: ["'self'"],
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          fontSrc: ["'self'"],
          connectSrc: ["'self'"],
          workerSrc: ["'self'"],
          manifestSrc: ["'self'"],
          baseUri: ["'self'"],
          formAction: ["'none'"],
          frameAncestors: ["'none'"],
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use(
    compression({
      filter: (req, res) => res.getHeader('Content-Type') !== 'text/event-stream' && compression.filter(req, res),
    }),
  );

  app.get('/healthz', (_req, res) => {
    res.json({ ok: true, version, built: existsSync(path.join(webRoot, 'index.html')) });
  });
  app.get('/api/start', (_req, res) => {
    res.set('Cache-Control', 'no-store').json({ demo });
  });
  app.use('/api', (_req, res) => {
    res.status(404).json({ error: 'no such address' });
  });

  // What lies beside a file in small goes out as it is; what does not is compressed on its way.
  app.use(
    expressStaticGzip(webRoot, {
      enableBrotli: true,
      orderPreference: ['br', 'gz'],
      serveStatic: {
        setHeaders: (res, file) => {
          const hashed = /-[A-Z0-9]{8}\.\w+(\.br|\.gz)?$/.test(file);
          res.setHeader('Cache-Control', hashed ? `public, max-age=${YEAR_MS / 1000}, immutable` : 'no-cache');
        },
      },
    }),
  );
  app.get(/^[^.]*$/, (_req, res) => {
    res.sendFile('index.html', { root: webRoot, headers: { 'Cache-Control': 'no-cache' } });
  });
  app.use((_req, res) => {
    res.status(404).type('text').send('Not found');
  });
  const onError: ErrorRequestHandler = (error: unknown, _req, res, next) => {
    const status = clientStatus(error);
    if (status === null) console.error(error);
    if (res.headersSent) {
      next(error);
      return;
    }
    if (status !== null) {
      const headers = error instanceof Error && 'headers' in error ? error.headers : null;
      res
        .status(status)
        .set(isHeaders(headers) ? headers : {})
        .json({ error: 'This address cannot be asked for so.' });
      return;
    }
    res.status(500).json({ error: 'The server could not answer. The data in your browser are not touched.' });
  };
  app.use(onError);
  return app;
}

/** The 4xx status of an error that the asker has made, such as a range beyond the end of a file; null for the server's own. */
function clientStatus(error: unknown): number | null {
  if (!(error instanceof Error) || !('status' in error)) return null;
  const { status } = error;
  return typeof status === 'number' && status >= 400 && status < 500 ? status : null;
}

const isHeaders = (headers: unknown): headers is Record<string, string> =>
  typeof headers === 'object' && headers !== null && Object.values(headers).every((value) => typeof value === 'string');
