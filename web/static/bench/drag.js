// Dragging the head of a record or an item to another place. A blue guide shows where it would go.
export function startDrag(grid, head, event) {
  const across = head.matches('thead .record');
  const heads = across
    ? grid.rows[0].slice(3).filter(Boolean)
    : [...head.closest('tbody').querySelectorAll('tr.cells')].map((tr) => tr.firstElementChild);
  // What stands before the first head that is drawn is not known here: nothing is dropped there unless that is the
  // beginning.
  const least = (
    across ? grid.sheet.first > 0 : heads[0].parentElement.previousElementSibling?.classList.contains('gap')
  )
    ? 1
    : 0;
  const start = across ? event.clientX : event.clientY;
  const guide = document.createElement('div');
  guide.className = 'drop-guide';
  let to = null;

  const boxOf = (cell) => cell.getBoundingClientRect();
  const move = (moved) => {
    const at = across ? moved.clientX : moved.clientY;
    if (to === null && Math.abs(at - start) < 5) return;
    head.classList.add('dragged');
    to = Math.max(
      least,
      heads.filter(
        (cell) => at > (across ? boxOf(cell).left + boxOf(cell).width / 2 : boxOf(cell).top + boxOf(cell).height / 2),
      ).length,
    );
    const outer = boxOf(grid.scroll);
    const last = boxOf(heads[heads.length - 1]);
    const edge = to < heads.length ? boxOf(heads[to])[across ? 'left' : 'top'] : last[across ? 'right' : 'bottom'];
    Object.assign(
      guide.style,
      across
        ? {
            left: `${edge - outer.left + grid.scroll.scrollLeft - 1}px`,
            top: `${grid.scroll.scrollTop}px`,
            width: '2px',
            height: `${outer.height}px`,
          }
        : {
            top: `${edge - outer.top + grid.scroll.scrollTop - 1}px`,
            left: `${grid.scroll.scrollLeft}px`,
            height: '2px',
            width: `${outer.width}px`,
          },
    );
    grid.scroll.append(guide);
  };
  const end = (cancelled) => {
    removeEventListener('pointermove', move);
    removeEventListener('pointerup', up);
    removeEventListener('keydown', key, true);
    guide.remove();
    head.classList.remove('dragged');
    const from = heads.indexOf(head);
    if (cancelled || to === null || to === from || to === from + 1) return;
    const rest = heads.filter((cell) => cell !== head);
    const before = rest[(to > from ? to - 1 : to) - 1];
    const { axis } = grid.where(head);
    const values = across
      ? { act: 'move', record: head.dataset.record, after: before?.dataset.record ?? '' }
      : {
          act: 'item-move',
          axis,
          item: head.parentElement.dataset.item,
          after: before?.parentElement.dataset.item ?? '',
        };
    grid.follow(() => grid.desk.send(values));
  };
  const up = () => end(false);
  const key = (pressed) => {
    if (pressed.key === 'Escape') {
      pressed.stopPropagation();
      end(true);
    }
  };
  addEventListener('pointermove', move);
  addEventListener('pointerup', up);
  addEventListener('keydown', key, true);
}
