// Two fingers move the page on a phone.
import { momentOf, NARROW } from './stage.js';

/**
 * @param its what the component keeps beside what Alpine watches
 * @returns {any}
 */
export const fingers = (its) => ({
  touch(event) {
    if (this.isNarrow && event.pointerType === 'touch') {
      its.fingers.set(event.pointerId, { x: event.clientX, y: event.clientY });
    }
  },

  drag(event) {
    if (!its.fingers.has(event.pointerId)) {
      return;
    }
    const were = [...its.fingers.values()];
    its.fingers.set(event.pointerId, { x: event.clientX, y: event.clientY });
    if (were.length === 2) {
      event.preventDefault();
      this.pinch(were, [...its.fingers.values()]);
    }
  },

  release(event) {
    its.fingers.delete(event.pointerId);
  },

  /** The page is pressed while a place on it is asked for. */
  press(event) {
    if (its.pointed && its.drawn?.view) {
      const r = this.$refs.stage.getBoundingClientRect();
      const scale = its.drawn.view.width / r.width;
      its.pointed({ x: its.drawn.view.x + (event.clientX - r.left) * scale, y: its.drawn.view.y + (event.clientY - r.top) * scale });
    }
  },

  /** What was between two fingers stays between them. */
  pinch(were, are) {
    const moment = momentOf(its.score, this.at, its.score.narrow);
    if (!moment.page) {
      return;
    }
    const view = this.ownView(moment, NARROW);
    const r = this.$refs.stage.getBoundingClientRect();
    const apart = ([a, b]) => Math.max(20, Math.hypot(a.x - b.x, a.y - b.y));
    const middle = ([a, b]) => ({ x: (a.x + b.x) / 2 - r.left, y: (a.y + b.y) / 2 - r.top });
    const width = Math.min(moment.page.width * 1.6, Math.max(80, (view.width * apart(were)) / apart(are)));
    const scale = view.width / r.width;
    const from = middle(were);
    const to = middle(are);
    const x = view.x + from.x * scale - (to.x * width) / r.width;
    const y = view.y + from.y * scale - (to.y * width) / r.width;
    its.free = { page: moment.page.id, view: { x, y, width, height: (width * NARROW.height) / NARROW.width } };
    this.show();
  },
});
