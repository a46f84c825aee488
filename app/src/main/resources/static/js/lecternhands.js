// What the hands do on the lectern's stage: pointing, marking, turning pages, laying a picture down, showing faces and windows.
import { pictureIn, takeIn } from './paste.js';

/**
 * @param its what the component keeps beside what Alpine watches
 * @returns {any}
 */
export const hands = (its) => ({
  point(event) {
    if (its.gripped) {
      its.desk.dragFace(its.gripped.source, event, its.gripped.from);
      return;
    }
    its.desk.point(event);
  },

  gone(event) {
    its.desk.gone(event);
  },

  down(event) {
    const held = its.desk.faceUnder(event);
    if (held) {
      its.gripped = { source: held, from: its.desk.grip(held, event) };
      this.$refs.stage.setPointerCapture(event.pointerId);
      return;
    }
    its.desk.point(event);
    this.$refs.stage.focus();
    this.doing = this.tool || (event.pointerType === 'pen' ? 'ink' : '');
    if (this.doing) {
      its.desk.down(this.doing, event);
    }
  },

  up(event) {
    if (its.gripped) {
      its.showing.tellPlace(its.gripped.source, event.timeStamp);
      its.gripped = null;
    } else if (this.doing) {
      its.desk.up(this.doing, event);
      this.doing = '';
      this.arm('');
    }
  },

  /** A verb that is clicked is armed until it has been used, or is clicked again. */
  verb(event) {
    const { verb } = event.currentTarget.dataset;
    this.arm(this.tool === verb ? '' : verb);
    this.$refs.stage.focus();
  },

  arm(tool) {
    this.tool = tool;
    this.$refs.verbs.querySelectorAll('[data-verb]').forEach((b) => {
      b.setAttribute('aria-pressed', String(b.dataset.verb === tool));
    });
  },

  /** A key marks what the pointer is on, and arms nothing. */
  byKey(verb, at) {
    this.hint = its.desk.mark(verb, at) ? '' : this.words.pointFirst;
  },

  takeBack(event) {
    its.desk.takeBack(event.timeStamp);
    this.$refs.stage.focus();
  },

  wipe(event) {
    its.desk.wipe(event.timeStamp);
  },

  closer(event) {
    its.desk.closer(event.timeStamp);
    this.seeDesk();
  },

  whole(event) {
    its.desk.whole(event.timeStamp);
    this.seeDesk();
  },

  wheel(event) {
    if (!this.finishing && !this.beforeStart) {
      its.desk.wheel(event);
    }
  },

  turn(event) {
    its.desk.turn(1, event.timeStamp);
    this.seeDesk();
  },

  turnBack(event) {
    its.desk.turn(-1, event.timeStamp);
    this.seeDesk();
  },

  hop(event) {
    this.toPage(event.currentTarget, event);
  },

  /** The focus goes back to the stage, so that the keys go on working. */
  toPage(button, event) {
    if (button && !this.finishing && !this.beforeStart) {
      its.desk.hop(button.dataset.page, event.timeStamp);
      this.seeDesk();
    }
    this.$refs.stage.focus();
  },

  /** A picture from the clipboard is laid on the desk as soon as it is a page; the recording goes on. */
  async paste(event) {
    const picture = pictureIn(event);
    if (!picture || ['INPUT', 'TEXTAREA'].includes(event.target.tagName)) {
      return;
    }
    event.preventDefault();
    this.hint = this.words.pasting;
    try {
      const [page] = await takeIn(picture, this.words.pasted);
      its.desk.add(page);
      this.addToStrip(page);
      its.desk.hop(page.id, performance.now());
      this.seeDesk();
      this.hint = '';
    } catch (e) {
      this.hint = e.message || this.words.notPasted;
    }
  },

  addToStrip(page) {
    const item = document.createElement('li');
    const button = document.createElement('button');
    const picture = document.createElement('img');
    button.type = 'button';
    button.dataset.page = page.id;
    button.title = page.title;
    picture.src = `/pages/pictures/${page.id}/s`;
    picture.alt = page.title;
    button.append(picture);
    button.addEventListener('click', (e) => this.toPage(button, e));
    item.append(button);
    this.$refs.strip.append(item);
  },

  async toggleFace(event) {
    this.$refs.stage.focus();
    if (!this.paused && !this.finishing) {
      await its.showing.turnFace(event?.timeStamp);
    }
  },

  async toggleWindow(event) {
    this.$refs.stage.focus();
    if (!this.paused && !this.finishing) {
      await its.showing.turnOther(event?.timeStamp);
    }
  },

  async playClip(clip, event) {
    this.$refs.stage.focus();
    if (!this.paused && !this.finishing && !this.beforeStart) {
      await its.showing.play(clip, event?.timeStamp);
    }
  },

  hold(event) {
    its.showing.turnHold(event?.timeStamp);
    this.$refs.stage.focus();
  },

  seeShowing() {
    this.faceState = its.showing.faceState;
    this.other = its.showing.other;
    this.isHeld = its.showing.isHeld;
    this.hint = its.showing.hint;
    this.clips.forEach((c) => {
      c.current = c.id === its.showing.clip;
    });
    this.seeDesk();
  },
});
