// Pictures of pages, in the size in which they are drawn.

const here = (image) => image.complete && image.naturalWidth > 0;

/** Pictures of pages, fetched when they are first needed, in the size that is needed. */
export class Pictures {
  #images = new Map();
  #arrived;
  #from;

  /** @param from where they are: those without what is covered, unless the teacher's own are asked for */
  constructor(arrived, from = '/media/pages') {
    this.#arrived = arrived;
    this.#from = from;
  }

  /** The small picture first, so that something is seen at once; then the large one if it is needed. */
  of(page, widthPx) {
    const small = this.#get(page, 's');
    if (!here(small)) {
      return null;
    }
    const large = widthPx > 900 ? this.#get(page, 'l') : small;
    return here(large) ? large : small;
  }

  /** Fetches pages one after the other, while there is a line: all of them small before the first large one. */
  async ahead(pages) {
    for (const size of navigator.connection?.saveData ? ['s'] : ['s', 'l']) {
      for (const page of pages) {
        await this.#get(page, size)
          .decode()
          .catch(() => {});
      }
    }
  }

  /** Whether all that was asked for is here, or cannot be had. */
  settled() {
    return [...this.#images.values()].every((image) => image.complete);
  }

  #get(page, size) {
    const key = `${page}/${size}`;
    if (!this.#images.has(key)) {
      const image = new Image();
      image.onload = () => this.#arrived();
      image.src = `${this.#from}/${key}`;
      this.#images.set(key, image);
    }
    return this.#images.get(key);
  }
}
