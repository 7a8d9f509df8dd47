// Loaded before the framework: it answers an address with a doubled or a turned slash by a redirect of its own, ahead of the door.
import http from 'node:http';

/** Whether an address, as it was sent, is none that anything here has. */
const isCrooked = (target) => /\/\/|\\/.test(target.split('?')[0]);

const HEADERS = {
  'content-type': 'text/plain; charset=utf-8',
  'content-security-policy': "default-src 'none'; frame-ancestors 'none'",
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
  'cache-control': 'no-store',
  connection: 'close',
};

const { emit } = http.Server.prototype;
http.Server.prototype.emit = function emitUnlessCrooked(event, ...given) {
  if (event !== 'request' || !isCrooked(given[0].url)) return emit.call(this, event, ...given);
  given[1].writeHead(400, HEADERS).end('This address cannot be read: it has a slash too many.\n');
  return true;
};
