// The one stream of a browser: it follows every site that a page shows, and tells each page of its own.
const pages = new Map(); // by port, the site that the page shows
let stream = null;
let followed = '';
const again = 3000; // ms until a stream that was refused is asked for once more

const listen = () => {
  const sites = [...new Set(pages.values())].sort().join(',');
  if (sites === followed && stream?.readyState !== EventSource.CLOSED) return;
  followed = sites;
  stream?.close();
  stream = sites ? new EventSource(`/events?sites=${encodeURIComponent(sites)}`) : null;
  stream?.addEventListener('version', (event) => {
    const change = JSON.parse(event.data);
    for (const [port, site] of pages) if (site === change.site) port.postMessage(change);
  });
  stream?.addEventListener('error', () => {
    for (const port of pages.keys()) port.postMessage({ lost: true });
    if (stream.readyState === EventSource.CLOSED) setTimeout(listen, again);
  });
};

addEventListener('connect', (event) => {
  const [port] = event.ports;
  port.onmessage = ({ data }) => {
    if (data.follow) pages.set(port, data.follow);
    else pages.delete(port);
    port.postMessage({});
    listen();
  };
});
