// What was pressed while there was no line waits on this device, and goes by itself once there is one again.
const AGAIN_MS = 10_000;

/** Calls a deed as soon as the line may be back, until it says that nothing is left. */
export function onceThereIsALine(deed) {
  const again = () => {
    clearTimeout(timer);
    removeEventListener('online', again);
    deed();
  };
  addEventListener('online', again);
  const timer = setTimeout(again, AGAIN_MS);
}

/** Deeds of one person by their addresses: of two for the same thing the later one counts. */
export class Waiting {
  #key;

  constructor(whose) {
    this.#key = `kerygma:waiting:${whose}`;
  }

  all() {
    return Object.entries(JSON.parse(localStorage.getItem(this.#key) ?? '{}'));
  }

  keep(address, value) {
    this.#change((all) => {
      all[address] = value;
    });
  }

  /** It has gone, unless something else was pressed meanwhile. */
  gone(address, value) {
    this.#change((all) => {
      if (all[address] === value) {
        delete all[address];
      }
    });
  }

  #change(deed) {
    const all = Object.fromEntries(this.all());
    deed(all);
    localStorage.setItem(this.#key, JSON.stringify(all));
  }
}
