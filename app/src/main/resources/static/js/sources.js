// What can be seen besides pages: the teacher's face, another window. Each is recorded in a track of its own.

const FACE = { width: { ideal: 640 }, height: { ideal: 360 }, frameRate: { ideal: 15, max: 20 } };
const WINDOW = { frameRate: { ideal: 15, max: 15 } };
/** The best first: the browser says what it can write. */
const KINDS = ['video/webm;codecs=avc1', 'video/webm;codecs=vp9', 'video/webm;codecs=vp8', 'video/webm'];
const BITS = { face: 250_000, window: 1_000_000 };
const KEY_FRAME_MS = 2000;
const PIECE_MS = 1000;
const STAGE = { width: 1600, height: 900 };

export const FILLING = { x: 0, y: 0, width: STAGE.width, height: STAGE.height };
export const CORNER = { x: 1180, y: 660, width: 384, height: 216 };

/** One source of moving pictures, from its opening to its end. */
export class Source {
  id = crypto.randomUUID();
  kind;
  stream;
  video;
  /** Where a face is seen on the stage. */
  place = null;
  still = false;
  #frozen = null;

  constructor(kind, stream) {
    this.kind = kind;
    this.stream = stream;
    this.video = document.createElement('video');
    this.video.muted = true;
    this.video.playsInline = true;
    this.video.srcObject = stream;
  }

  static async face() {
    const source = new Source('face', await navigator.mediaDevices.getUserMedia({ video: FACE }));
    await source.#seen();
    source.place = { ...FILLING };
    return source;
  }

  static async window() {
    const stream = await navigator.mediaDevices.getDisplayMedia({ video: WINDOW, audio: false, selfBrowserSurface: 'include', surfaceSwitching: 'exclude' });
    const source = new Source('window', stream);
    await source.#seen();
    return source;
  }

  async #seen() {
    await this.video.play();
    if (this.video.videoWidth === 0) {
      await new Promise((resolve) => this.video.addEventListener('resize', resolve, { once: true }));
    }
  }

  /** The page that a window is shown as: as wide as the stage, as high as its shape makes it. */
  get page() {
    const height = Math.round((STAGE.width * this.video.videoHeight) / this.video.videoWidth);
    return { id: this.id, width: STAGE.width, height };
  }

  /** What is to be drawn just now. */
  get picture() {
    return this.#frozen ?? this.video;
  }

  hold(still) {
    this.still = still;
    this.#frozen = null;
    if (still) {
      const copy = document.createElement('canvas');
      copy.width = this.video.videoWidth;
      copy.height = this.video.videoHeight;
      copy.getContext('2d').drawImage(this.video, 0, 0);
      this.#frozen = copy;
    }
  }

  /** It ends by itself: the window was closed, the camera was pulled out. */
  onEnded(deed) {
    this.stream.getVideoTracks()[0].addEventListener('ended', deed);
  }

  close() {
    this.stream.getTracks().forEach((t) => t.stop());
    this.video.srcObject = null;
  }
}

/** Records one source, a piece a second. */
export class PictureRecorder {
  #recorder;
  #count = 0;
  #stopped;
  zero = 0;

  /**
   * @param add takes a piece and its number
   */
  constructor(source, add) {
    const mimeType = KINDS.find((k) => MediaRecorder.isTypeSupported(k));
    const pictures = new MediaStream(source.stream.getVideoTracks());
    this.#recorder = new MediaRecorder(pictures, { mimeType, videoBitsPerSecond: BITS[source.kind], videoKeyFrameIntervalDuration: KEY_FRAME_MS });
    this.#recorder.ondataavailable = (e) => {
      if (e.data.size > 0) {
        add(this.#count++, e.data);
      }
    };
    this.#stopped = new Promise((resolve) => {
      this.#recorder.onstop = resolve;
    });
  }

  /** @param at tells the recording's clock */
  start(at) {
    this.zero = at(); // Immediately before: the start event is late.
    this.#recorder.start(PIECE_MS);
  }

  pause() {
    if (this.#recorder.state === 'recording') {
      this.#recorder.pause();
    }
  }

  resume() {
    if (this.#recorder.state === 'paused') {
      this.#recorder.resume();
    }
  }

  /** Ends it; resolves with the number of pieces. */
  async stop() {
    if (this.#recorder.state !== 'inactive') {
      this.#recorder.stop();
      await this.#stopped;
    }
    return this.#count;
  }
}
