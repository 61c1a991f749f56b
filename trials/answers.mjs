// How long others wait while a server is given the worst, and how long it takes to stop in the middle of it.
import { connect } from 'node:net';
import { isMainThread, parentPort, Worker, workerData } from 'node:worker_threads';
import { Brelm, times } from './with-brelm.mjs';

// Who asks meanwhile has a thread of its own: what this one sends must not hold it up.
if (!isMainThread) {
  const took = [];
  let ended = false;
  parentPort.on('message', () => (ended = true));
  do
    for (const path of ['health', 'shop']) {
      const began = performance.now();
      await (await fetch(`${workerData}/api/${path}`)).arrayBuffer();
      took.push(performance.now() - began);
      await new Promise((go) => setTimeout(go, 5));
    }
  while (!ended);
  parentPort.postMessage(took);
  process.exit(0);
}

const brelm = new Brelm();
const at = await brelm.start();
const port = Number(new URL(at).port);
const json = { 'content-type': 'application/json' };
const ask = async (path, more = {}) => {
  const response = await fetch(`${at}/api/${path}`, more);
  return { status: response.status, body: await response.json() };
};
const { designs } = (await ask('designs?count=200')).body;
const whole = (await ask(`designs/${designs[0].id}`)).body;

const keys = Object.fromEntries(Array.from({ length: 80_000 }, (_, i) => [`k${i}`, 1]));
const long = `M0 0${'L1.25 2.5'.repeat(80_000)}Z`;
const large = structuredClone(whole.document);
const [motif] = large.sides[0].parts.filter((p) => p.kind === 'motif');
const ink = large.inks[0].id;
const outline = { path: long, ink, rule: 'nonzero', opacity: 1, stroke: null };
if (motif) large.sides[0].parts = [{ ...motif, outlines: Array.from({ length: 30 }, () => outline) }];
const post = (path, body) => () =>
  fetch(`${at}/api/${path}`, { method: 'POST', headers: json, body }).then((r) => r.arrayBuffer());
const upload = (text) => () => {
  const form = new FormData();
  form.append('file', new Blob([text]), 'slow.svg');
  return fetch(`${at}/api/materials?longSide=6000`, { method: 'POST', body: form }).then((r) =>
    r.arrayBuffer(),
  );
};
const svg = (inside) => `<svg xmlns="http://www.w3.org/2000/svg" width="100" height="100">${inside}</svg>`;
const LOADS = {
  '80,000 keys': post('designs', JSON.stringify({ document: keys })),
  [`a design of ${(JSON.stringify(large).length / 1e6).toFixed(0)} MB`]: post(
    'designs',
    JSON.stringify({ document: large }),
  ),
  '4 MB of YAML': post(
    'spec-book/file',
    JSON.stringify({ file: Buffer.from('a: &a [*a,\n'.repeat(360_000)).toString('base64') }),
  ),
  '900 KB of commas': post('garments/csv', JSON.stringify({ csv: ','.repeat(900_000) })),
  'brackets 2,000 deep': post('designs', `{"document":${'['.repeat(2000)}${']'.repeat(2000)}}`),
  'an SVG without end': upload(
    svg(
      '<filter id="f"><feTurbulence numOctaves="99"/></filter><rect width="99" height="99" filter="url(#f)"/>',
    ),
  ),
  'what all designs make': post('plan', JSON.stringify({ designs: designs.map((d) => d.id), pattern: null })),
};

/** What it took others, ms, who ask for the health and a small page again and again till `done`. */
async function others(done) {
  const worker = new Worker(new URL(import.meta.url), { workerData: at });
  await new Promise((go) => worker.once('online', go));
  await done();
  worker.postMessage('end');
  return new Promise((go) => worker.once('message', go));
}
const pause = (ms) => () => new Promise((go) => setTimeout(go, ms));
function told(took) {
  const [median, last] = [took.length >> 1, took.length - 1].map((i) => took.sort((a, b) => a - b)[i]);
  return `${took.length} others: median ${median.toFixed(1)} ms, longest ${last.toFixed(0)} ms`;
}

await others(pause(1000));
console.log(`nothing: ${told(await others(pause(3000)))}`);
for (const [name, load] of Object.entries(LOADS)) {
  const took = [];
  for (let i = 0; i < times(3); i++) took.push(...(await others(() => load().catch(() => {}))));
  console.log(`${name}: ${told(took)}`);
}

// 200 connections that send a byte now and then, 5 event streams, every load at once, and then the end.
const sockets = Array.from({ length: 200 }, () => {
  const socket = connect(port, '127.0.0.1');
  socket.on('error', () => {});
  socket.write('POST /api/designs HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: 100000\r\n\r\n{');
  return socket;
});
const drip = setInterval(() => sockets.forEach((s) => s.writable && s.write(' ')), 500);
const streams = new AbortController();
for (let i = 0; i < 5; i++)
  fetch(`${at}/api/runs/events`, { signal: streams.signal, headers: { accept: 'text/event-stream' } }).catch(
    () => {},
  );
console.log(`200 slow connections: ${told(await others(pause(3000)))}`);
const all = Promise.all(Object.values(LOADS).map((load) => load().catch(() => {})));
await pause(1500)();
const began = performance.now();
await brelm.end('SIGTERM');
const stop = performance.now() - began;
console.log(
  `stopped in the middle of all of it within ${(stop / 1000).toFixed(1)} s, exit ${brelm.child.exitCode}`,
);
clearInterval(drip);
streams.abort();
sockets.forEach((s) => s.destroy());
await all;
await brelm.clean();
process.exit(brelm.child.exitCode === 0 ? 0 : 1);
