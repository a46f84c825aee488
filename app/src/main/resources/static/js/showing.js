// What the teacher shows besides pages: a face over the stage; another window or a clip in place of a page.
import { CORNER, FILLING, Source } from './sources.js';

export class Showing {
  #desk;
  #words;
  #recorder;
  #face = null;
  /** A window or a clip: one at a time. */
  #other = null;
  #opening = false;
  #waits = false;
  /** Something is to be told: how things are, and what the teacher should know. */
  onChange = () => {};
  hint = '';

  /**
   * @param words what is said to the teacher
   * @param recorder gives what records just now, or nothing
   */
  constructor(desk, words, recorder) {
    this.#desk = desk;
    this.#words = words;
    this.#recorder = recorder;
  }

  get faceState() {
    const { faceOff, faceFilling, faceCorner } = this.#words;
    return !this.#face ? faceOff : this.#face.place.width === FILLING.width ? faceFilling : faceCorner;
  }

  /** The kind of what is shown in place of a page, or ''. */
  get other() {
    return this.#other?.kind ?? '';
  }

  /** The clip that is played, or nothing. */
  get clip() {
    return this.#other?.clip;
  }

  get isHeld() {
    return Boolean(this.#other?.still);
  }

  #tell(hint = '') {
    this.hint = hint;
    this.onChange();
  }

  /** A key for all: filling the stage, then in the corner, then off. */
  async turnFace(moment) {
    if (!this.#face) {
      const { faceDenied, faceBusy, faceNone } = this.#words;
      await this.#open(() => Source.face(), { NotAllowedError: faceDenied, NotReadableError: faceBusy }, faceNone);
    } else if (this.#face.place.width === FILLING.width) {
      this.#face.place = { ...CORNER };
      this.tellPlace(this.#face, moment);
      this.#desk.draw();
      this.#tell();
    } else {
      this.#close(this.#face, moment);
      this.#tell();
    }
  }

  /** Another window; when one is there, or a clip: back to it, and back to the page. */
  async turnOther(moment) {
    if (this.#other?.isPage && this.#desk.page !== this.#other.id) {
      this.#desk.hop(this.#other.id, moment); // A page was turned to meanwhile.
      this.#tell();
    } else if (this.#other) {
      this.#close(this.#other, moment);
      this.#tell();
    } else {
      const { windowDenied, windowNone } = this.#words;
      await this.#open(() => Source.window(), { NotAllowedError: windowDenied }, windowNone);
    }
  }

  /** Plays a clip; the same clip once more is the way back to the page. */
  async play(clip, moment) {
    const before = this.#other;
    if (before) {
      this.#close(before, moment);
      this.#tell();
    }
    if (before?.clip !== clip.id) {
      await this.#open(() => Source.clip(clip), {}, this.#words.clipNone);
    }
  }

  async #open(opened, refusals, otherwise) {
    if (this.#opening) {
      return;
    }
    this.#opening = true;
    try {
      this.#opened(await opened());
    } catch (e) {
      this.#tell(refusals[e.name] ?? otherwise);
    } finally {
      this.#opening = false;
    }
  }

  #opened(source) {
    if (source.kind === 'face') {
      this.#face = source;
    } else {
      this.#other = source;
    }
    source.onEnded(() => this.#ended(source));
    this.hint = source.kind === 'clip' && source.sound ? this.#words.clipHeard : '';
    this.#record(source);
    this.#desk.show(source, performance.now());
    if (source.kind === 'clip') {
      this.#hold(false); // All of it is recorded.
    }
    this.onChange();
  }

  #record(source) {
    try {
      this.#recorder()?.add(source);
    } catch {
      this.hint = this.#words.pictureLost; // It is seen here, and nobody else gets to see it.
    }
  }

  /** Whether a sound besides the voice is heard just now. */
  get isHeard() {
    return Boolean(this.#other?.sound && !this.#other.still);
  }

  /** A recording begins: what is shown already is recorded from its start. */
  begin() {
    for (const source of this.#all()) {
      this.#record(source);
      this.#desk.show(source);
    }
  }

  /** A stop that begins knows what moving pictures there are. */
  beginStop(moment) {
    const recorder = this.#recorder();
    this.#all()
      .filter((s) => recorder?.hasPictures(s))
      .forEach((s) => recorder.tellPictures(s, moment));
  }

  #all() {
    return [this.#face, this.#other].filter(Boolean);
  }

  #ended(source) {
    if (source === this.#other && source.kind === 'clip') {
      source.still = true; // Its last picture stays.
      this.#tell(this.#words.clipEnded);
    } else if (source === this.#face || source === this.#other) {
      const hint = source === this.#face ? this.#words.faceEnded : this.#words.windowEnded;
      this.#close(source, performance.now());
      this.#tell(hint);
    }
  }

  #close(source, moment) {
    this.#recorder()?.end(source, moment);
    source.close();
    this.#desk.unshow(source, moment);
    if (source === this.#face) {
      this.#face = null;
    } else {
      this.#other = null;
    }
  }

  tellPlace(source, moment) {
    const recorder = this.#recorder();
    if (recorder?.hasPictures(source)) {
      const { x, y, width, height } = source.place;
      recorder.note({ do: 'place', id: source.id, box: [x, y, width, height] }, moment);
    }
  }

  turnHold(moment) {
    if (this.#other) {
      this.#hold(!this.#other.still, moment);
      this.#tell();
    }
  }

  #hold(still, moment) {
    const source = this.#other;
    const recorder = this.#recorder();
    source.hold(still);
    if (source.kind === 'window' && recorder?.hasPictures(source)) {
      recorder.note({ do: 'hold', id: source.id, still }, moment); // A clip's own pictures stand still.
    }
  }

  /** Another page lies on the stage: a clip that nobody sees does not go on. */
  pageTurned() {
    const left = this.#other?.kind === 'clip' && this.#other.isPage && this.#desk.page !== this.#other.id;
    if (left && !this.#other.still) {
      this.#hold(true);
      this.onChange();
    }
  }

  /** The recording pauses: so does a clip. */
  pause() {
    this.#waits = this.#other?.kind === 'clip' && !this.#other.still;
    if (this.#waits) {
      this.#hold(true);
    }
  }

  resume() {
    if (this.#waits && this.#other?.kind === 'clip') {
      this.#hold(false);
    }
  }

  /** The recording is over. */
  closeAll() {
    this.#all().forEach((s) => this.#close(s, performance.now()));
    this.#tell();
  }
}
