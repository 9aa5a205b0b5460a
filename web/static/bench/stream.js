// Hears of changes to a site, and that the stream has broken off. All pages of a browser share one stream, since
// HTTP/1.1 allows a browser six connections to a server; where there are no shared workers each page has its own.
const again = 3000; // ms until a stream that was refused is asked for once more

export function follow(site, heard, lost) {
  const hear = (event) => {
    if (event.site === site) heard(event);
    else if (event.lost) lost();
  };
  const alone = () => {
    const stream = new EventSource(`/events?sites=${encodeURIComponent(site)}`);
    stream.addEventListener('version', (event) => hear(JSON.parse(event.data)));
    stream.addEventListener('error', () => {
      lost();
      if (stream.readyState === EventSource.CLOSED) setTimeout(alone, again);
    });
    addEventListener('pagehide', () => stream.close(), { once: true });
  };
  if (!('SharedWorker' in window)) return alone();
  const worker = new SharedWorker('/static/stream-worker.js');
  let alive = false;
  worker.port.onmessage = (message) => {
    alive = true;
    hear(message.data);
  };
  worker.onerror = () => {
    if (!alive) alone();
  };
  worker.port.postMessage({ follow: site });
  addEventListener('pagehide', () => worker.port.postMessage({ follow: null }));
  addEventListener('pageshow', (event) => {
    if (event.persisted) worker.port.postMessage({ follow: site });
  });
}
