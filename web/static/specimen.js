// Scales the specimen's frames to their windows: each shows the page at its true width.
const fit = () => {
  for (const figure of document.querySelectorAll('.specimen')) {
    const view = figure.querySelector('iframe');
    const { clientWidth, clientHeight } = figure.querySelector('.window');
    const width = Number(figure.dataset.frame);
    const scale = clientWidth / width;
    view.style.width = `${width}px`;
    view.style.height = `${clientHeight / scale}px`;
    view.style.transform = `scale(${scale})`;
  }
};
new ResizeObserver(fit).observe(document.querySelector('.specimens'));
