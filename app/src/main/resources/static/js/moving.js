// Moving pictures of a score, kept in step with the sound.

const NUDGE_S = 0.025;
const SEEK_S = 0.2;
const FASTER = 0.1;
/** So long before they are seen they are fetched. */
const AHEAD_MS = 4000;

export class Moving {
  #videos = new Map();
  #from;
  #pictures;
  /** By how many milliseconds a picture that plays is ahead of the sound. */
  ahead = 0;

  /**
   * @param pictures as the score has them
   * @param from where their files are
   */
  constructor(pictures, from) {
    this.#pictures = pictures;
    this.#from = from;
  }

  get any() {
    return this.#pictures.length > 0;
  }

  #video(file) {
    if (!this.#videos.has(file)) {
      const video = document.createElement('video');
      video.muted = true;
      video.playsInline = true;
      video.preload = 'auto';
      video.src = `${this.#from}/${file}`;
      this.#videos.set(file, video);
    }
    return this.#videos.get(file);
  }

  /**
   * What is seen at a moment.
   * @param sound the element that all follow
   * @returns the picture of the page, if it moves, and those that lie over the stage
   */
  at(at, page, sound) {
    const seen = this.#pictures.filter((p) => p.startMs <= at && at < p.endMs && (p.page === -1 || p.page === page));
    const files = new Set(seen.map((p) => p.file));
    this.#videos.forEach((video, file) => {
      if (!files.has(file) && !video.paused) {
        video.pause();
      }
    });
    this.#pictures.filter((p) => at < p.startMs && p.startMs < at + AHEAD_MS).forEach((p) => this.#video(p.file));
    const shown = seen.map((p) => ({ ...p, picture: this.#inStep(p, at, sound) }));
    return {
      moving: shown.find((p) => p.page !== -1)?.picture,
      over: shown.filter((p) => p.page === -1).map((p) => ({ picture: p.picture, place: p.place })),
    };
  }

  #inStep(picture, at, sound) {
    const video = this.#video(picture.file);
    const wanted = (picture.fromMs + (picture.still ? 0 : at - picture.startMs)) / 1000;
    const off = video.currentTime - wanted;
    if (video.readyState === 0 || video.seeking) {
      return video;
    }
    if (sound.paused || picture.still) {
      if (!video.paused) {
        video.pause();
      }
      if (Math.abs(off) > NUDGE_S) {
        video.currentTime = wanted;
      }
      return video;
    }
    this.ahead = Math.round(off * 1000);
    if (Math.abs(off) > SEEK_S) {
      video.currentTime = wanted;
    }
    const rate = Math.abs(off) <= NUDGE_S ? 1 : off > 0 ? 1 - FASTER : 1 + FASTER;
    video.playbackRate = sound.playbackRate * rate;
    if (video.paused) {
      video.play().catch(() => {
        // The picture stays as it is; the sound goes on.
      });
    }
    return video;
  }

  /** Tells when a picture has come that was waited for. */
  onArrived(deed) {
    this.#pictures.forEach((p) => {
      const video = this.#video(p.file);
      video.addEventListener('seeked', deed);
      video.addEventListener('loadeddata', deed);
    });
  }
}
