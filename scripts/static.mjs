/* The files of the build, as they lie on the disk: found once at the start, sent by the `send` package. */
import { readdirSync } from 'node:fs';
import { extname, join, relative, sep } from 'node:path';
import mime from 'mime-types';
import send from 'send';

/** Content codings the build is compressed with beforehand, best first. */
const CODINGS = [
  ['br', '.br'],
  ['gzip', '.gz'],
];
/** Addresses under which nothing ever changes: the hash of the content is part of the name. */
const IMMUTABLE = '/_app/immutable/';

/** Paths of all files below `root`, as they stand in an address: `/voice/low/1.opus`. */
function pathsBelow(root) {
  const entries = readdirSync(root, { recursive: true, withFileTypes: true });
  return new Set(
    entries
      .filter((entry) => entry.isFile())
      .map(
        (entry) =>
          '/' +
          relative(root, join(entry.parentPath ?? entry.path, entry.name))
            .split(sep)
            .join('/'),
      ),
  );
}

/** Whether a client takes a coding. A weight of nothing refuses it. @example accepts('gzip, br;q=0', 'br') // false */
export const accepts = (header, coding) =>
  String(header ?? '')
    .split(',')
    .some((part) => {
      const [name, ...parameters] = part
        .trim()
        .toLowerCase()
        .split(/\s*;\s*/);
      return name === coding && !parameters.some((p) => /^q=0(\.0*)?$/.test(p));
    });

/**
 * Serves the files below `root`. Returns a function that answers a request and says whether the file was one of these;
 * what is not is for the application. Only GET and HEAD; a part that cannot be had is 416; a file that cannot be opened
 * is 404 or, where the system has no more files to give, 503. Nothing is thrown.
 * @example const answered = staticFiles('build/client')(request, response)
 */
export function staticFiles(root) {
  const paths = pathsBelow(root);
  return (request, response) => {
    const path = decodedPath(request.url);
    if (path === undefined || !paths.has(path)) return false;
    if (request.method !== 'GET' && request.method !== 'HEAD') {
      response.writeHead(405, { Allow: 'GET, HEAD' }).end();
      return true;
    }
    const coding = codingOf(request, path, paths);
    if (coding) {
      response.setHeader('Content-Encoding', coding[0]);
      // The type is that of the file itself, not of the compressed one.
      response.setHeader('Content-Type', mime.contentType(extname(path)) || 'application/octet-stream');
    }
    if (CODINGS.some(([, ending]) => paths.has(path + ending))) response.setHeader('Vary', 'Accept-Encoding');
    const immutable = path.startsWith(IMMUTABLE);
    const file = send(request, encodeURI(path) + (coding?.[1] ?? ''), {
      root,
      index: false,
      dotfiles: 'ignore',
      cacheControl: immutable,
      immutable,
      maxAge: immutable ? '1y' : 0,
    });
    file.on('error', (error) => refuse(response, error));
    file.pipe(response);
    return true;
  };
}

function decodedPath(url) {
  try {
    return decodeURIComponent(new URL(url, 'http://localhost').pathname);
  } catch {
    return undefined;
  }
}

/** A part is always a part of the file itself. */
const codingOf = (request, path, paths) =>
  request.headers.range === undefined
    ? CODINGS.find(
        ([coding, ending]) => paths.has(path + ending) && accepts(request.headers['accept-encoding'], coding),
      )
    : undefined;

function refuse(response, error) {
  if (response.headersSent) return void response.destroy();
  const status = error.code === 'EMFILE' || error.code === 'ENFILE' ? 503 : (error.status ?? 500);
  for (const name of ['Content-Encoding', 'Content-Length', 'Cache-Control', 'ETag', 'Last-Modified'])
    response.removeHeader(name);
  for (const [name, value] of Object.entries(error.headers ?? {})) response.setHeader(name, value);
  if (status === 503) response.setHeader('Retry-After', '2');
  response.writeHead(status, { 'Content-Type': 'text/plain; charset=utf-8' });
  response.end(status === 416 ? 'There is no such part of this file.' : 'This file can’t be sent right now.');
}
