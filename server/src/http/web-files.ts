import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import express, { Router, type Request, type Response } from 'express';

const NONCE_MARK = 'NONCE_OF_THIS_RESPONSE';
const YEAR = '365d';
const FILE = /\.[a-z0-9]+$/i;

/** A file whose name changes with every version of its content. */
const HASHED = /-[A-Z0-9]{8}\.[^/]*$/;

/**
 * Serves the built application: hashed files cached for a year, others revalidated each time, and the page, with its
 * nonce, for every other address.
 */
export function webFiles(root: string): Router {
  const page = readFileSync(join(root, 'index.html'), 'utf8');
  const router = Router();
  const sendPage = (_request: Request, response: Response): void => {
    response
      .type('html')
      .set('Cache-Control', 'no-store')
      .send(page.replaceAll(NONCE_MARK, nonceOf(response)));
  };
  // The page itself is never served straight from its file, which has no nonce.
  router.get('/index.html', sendPage);
  router.use(
    express.static(root, {
      index: false,
      immutable: true,
      maxAge: YEAR,
      setHeaders: (response, path) => {
        if (!HASHED.test(path)) response.setHeader('Cache-Control', 'no-cache');
      },
    }),
  );
  router.get('/{*path}', (request, response, next) => {
    // For a missing file, such as one of an older version, the page is not served instead.
    if (FILE.test(request.path)) {
      next();
      return;
    }
    sendPage(request, response);
  });
  return router;
}

/** The nonce created for one response. */
export function nonceOf(response: Response): string {
  return String(response.locals['nonce']);
}
