// What can be seen and heard besides pages and the voice: the teacher's face, another window, a clip. Each is recorded in
// tracks of its own.

const FACE = { width: { ideal: 640 }, height: { ideal: 360 }, frameRate: { ideal: 15, max: 20 } };
const WINDOW = { frameRate: { ideal: 15, max: 15 } };
/** Whether a window's sound comes with it is asked by the browser. */
const WINDOW_SOUND = { echoCancellation: false, noiseSuppression: false, autoGainControl: false };
/** The best first: the browser says what it can write. */
const KINDS = ['video/webm;codecs=avc1', 'video/webm;codecs=vp9', 'video/webm;codecs=vp8', 'video/webm'];
const BITS = { face: 250_000, window: 1_000_000, clip: 1_500_000 };
/** How an answer of one track is recorded: phones differ in what they can write. */
const SPOKEN = ['audio/webm;codecs=opus', 'audio/mp4', 'audio/ogg;codecs=opus'];
const FILMED = ['video/webm;codecs=vp8,opus', 'video/mp4', 'video/webm'];
const KEY_FRAME_MS = 2000;
const PIECE_MS = 1000;
/** A clip is recorded with up to 25 pictures a second, and with some when it stands still. */
const CLIP_FRAME_MS = 39;
const CLIP_STILL_MS = 250;
const STAGE = { width: 1600, height: 900 };

export const FILLING = { x: 0, y: 0, width: STAGE.width, height: STAGE.height };
export const CORNER = { x: 1180, y: 660, width: 384, height: 216 };

/** One source, from its opening to its end. */
export class Source {
  id = crypto.randomUUID();
  kind;
  /** Moving pictures to record, or nothing. */
  pictures = null;
  /** Sound to record, or nothing. */
  sound = null;
  video = document.createElement('video');
  /** Where a face is seen on the stage. */
  place = null;
  still = false;
  /** The id of the film that is played, if it is one. */
  clip = null;
  #stream = null;
  #frozen = null;
  #context = null;
  #loudness = null;
  #drawing = 0;

  constructor(kind) {
    this.kind = kind;
    this.video.playsInline = true;
  }

  static async face() {
    const source = new Source('face');
    await source.#watch(await navigator.mediaDevices.getUserMedia({ video: FACE }));
    source.place = { ...FILLING };
    return source;
  }

  static async window() {
    const source = new Source('window');
    const stream = await navigator.mediaDevices.getDisplayMedia({ video: WINDOW, audio: WINDOW_SOUND, selfBrowserSurface: 'include', surfaceSwitching: 'exclude' });
    await source.#watch(stream);
    if (stream.getAudioTracks().length > 0) {
      source.#hear((context) => context.createMediaStreamSource(new MediaStream(stream.getAudioTracks())), false);
    }
    return source;
  }

  /** It plays when it is let go on. */
  static async clip({ id, hasPictures, hasSound }) {
    const source = new Source('clip');
    source.clip = id;
    source.video.src = `/clips/${id}/file`;
    source.video.preload = 'auto';
    await new Promise((resolve, reject) => {
      source.video.addEventListener('loadeddata', resolve, { once: true });
      source.video.addEventListener('error', reject, { once: true });
    });
    if (hasPictures) {
      source.#draw();
    }
    if (hasSound) {
      source.#hear((context) => context.createMediaElementSource(source.video), true);
    }
    source.still = true;
    return source;
  }

  async #watch(stream) {
    this.#stream = stream;
    this.pictures = new MediaStream(stream.getVideoTracks());
    this.video.muted = true;
    this.video.srcObject = this.pictures;
    await this.video.play();
    if (this.video.videoWidth === 0) {
      await new Promise((resolve) => this.video.addEventListener('resize', resolve, { once: true }));
    }
  }

  /** A clip's pictures are copied as they come, and again and again when it stands still, so that their track goes on. */
  #draw() {
    const canvas = document.createElement('canvas');
    canvas.width = this.video.videoWidth;
    canvas.height = this.video.videoHeight;
    const pen = canvas.getContext('2d');
    pen.drawImage(this.video, 0, 0);
    this.pictures = canvas.captureStream(0);
    const [track] = this.pictures.getVideoTracks();
    let last = 0;
    const copy = () => {
      pen.drawImage(this.video, 0, 0);
      track.requestFrame();
      last = performance.now();
    };
    this.onPicture(() => performance.now() - last >= CLIP_FRAME_MS && copy());
    this.#drawing = setInterval(copy, CLIP_STILL_MS);
  }

  /** Sound goes on as silence while there is none, so that its track keeps its time. */
  #hear(opened, aloud) {
    this.#context = new AudioContext();
    const out = this.#context.createMediaStreamDestination();
    this.#loudness = this.#context.createGain();
    const from = opened(this.#context);
    from.connect(this.#loudness).connect(out);
    if (aloud) {
      from.connect(this.#context.destination);
    }
    this.sound = out.stream;
  }

  /** Whether it is looked at like a page, and not over the stage. */
  get isPage() {
    return this.kind !== 'face' && this.pictures !== null;
  }

  /** The page that it is shown as: as wide as the stage, as high as its shape makes it. */
  get page() {
    const height = Math.round((STAGE.width * this.video.videoHeight) / this.video.videoWidth);
    return { id: this.id, width: STAGE.width, height };
  }

  /** What is to be drawn just now. */
  get picture() {
    return this.#frozen ?? this.video;
  }

  /** A clip waits; a window goes on unseen and unheard. */
  hold(still) {
    this.still = still;
    if (this.kind === 'clip') {
      if (still) {
        this.video.pause();
      } else {
        this.video.play();
      }
      return;
    }
    if (this.#loudness) {
      this.#loudness.gain.value = still ? 0 : 1;
    }
    this.#frozen = null;
    if (still) {
      const copy = document.createElement('canvas');
      copy.width = this.video.videoWidth;
      copy.height = this.video.videoHeight;
      copy.getContext('2d').drawImage(this.video, 0, 0);
      this.#frozen = copy;
    }
  }

  /** Whenever there is a new picture. */
  onPicture(deed) {
    const each = () => {
      deed();
      this.video.requestVideoFrameCallback(each);
    };
    this.video.requestVideoFrameCallback(each);
  }

  /** It ends by itself: the window was closed, the camera was pulled out, the clip is over. */
  onEnded(deed) {
    const from = this.#stream ? this.#stream.getVideoTracks()[0] : this.video;
    from.addEventListener('ended', deed);
  }

  close() {
    clearInterval(this.#drawing);
    this.#stream?.getTracks().forEach((t) => t.stop());
    this.pictures?.getTracks().forEach((t) => t.stop());
    this.video.pause();
    this.video.removeAttribute('src');
    this.video.srcObject = null;
    this.#context?.close();
  }
}

/** How pictures of a kind are recorded. */
export function picturesOf(kind) {
  return { mimeType: KINDS.find((k) => MediaRecorder.isTypeSupported(k)), videoBitsPerSecond: BITS[kind], videoKeyFrameIntervalDuration: KEY_FRAME_MS };
}

/** Opens the microphone, or the camera with it, for somebody's answer. */
export function openAnswer(filmed) {
  return navigator.mediaDevices.getUserMedia({ audio: true, video: filmed ? { ...FACE, facingMode: 'user' } : false });
}

/** How somebody's answer is recorded, its sound in the same track. */
export function answerOf(filmed) {
  return { mimeType: (filmed ? FILMED : SPOKEN).find((k) => MediaRecorder.isTypeSupported(k)), audioBitsPerSecond: 48_000, ...(filmed ? { videoBitsPerSecond: 2 * BITS.face } : {}) };
}

/** How the sound of a clip or a window is recorded: it may be music. */
export const SOUND_OF_OTHERS = { mimeType: 'audio/webm;codecs=opus', audioBitsPerSecond: 96_000 };

/** Records one track besides the voice, a piece a second. */
export class TrackRecorder {
  #recorder;
  #count = 0;
  #stopped;
  zero = 0;

  /**
   * @param options of the recorder
   * @param add takes a piece and its number
   */
  constructor(stream, options, add) {
    this.#recorder = new MediaRecorder(stream, options);
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
