// A student's list: ticks, and the way from a task to the stop that explains it.
import { inOrder } from './anew.js';
import { clock, send } from './api.js';
import { Pictures } from './pictures.js';
import { draw, fit, momentOf } from './stage.js';
import { onceThereIsALine, Waiting } from './waiting.js';

/** So close to its beginning or its end a stop is neither begun nor left in its middle. */
const EDGE_MS = 2000;

/** What the player has told: its score, and where somebody left off. */
let ready = null;
document.addEventListener('kerygma:ready', (event) => {
  ready = event.detail;
});

/** Calls back once the player is ready; at once if it is. */
function oncePlayable(then) {
  if (ready) {
    then(ready);
  } else {
    document.addEventListener('kerygma:ready', (event) => then(event.detail), { once: true });
  }
}

document.addEventListener('alpine:init', () => {
  /** A still of the stop that explains what is next. */
  Alpine.data('still', () => ({
    there: false,
    init() {
      oncePlayable(({ score }) => {
        const { at, until } = this.$root.dataset;
        this.there = true;
        const show = () => {
          fit(this.$refs.stage);
          draw(this.$refs.stage, momentOf(score, (Number(at) + Number(until)) / 2), pictures);
        };
        const pictures = new Pictures(show);
        this.$nextTick(show);
      });
    },
  }));

  /** The way to the stop that explains what is next: from its beginning, or from where it was left. */
  Alpine.data('showHow', () => ({
    init() {
      const { from, until, goOn } = this.$root.dataset;
      oncePlayable(({ left }) => {
        if (left > Number(from) + EDGE_MS && left < Number(until) - EDGE_MS) {
          this.$root.dataset.at = left;
          this.$refs.says.textContent = goOn.replace('%1', clock(left));
        }
      });
    },
  }));

  /** A task is read aloud by the browser's voice, where it has one. */
  Alpine.data('readToMe', () => ({
    can: false,
    init() {
      const look = () => {
        this.can = speechSynthesis.getVoices().length > 0;
      };
      if ('speechSynthesis' in window) {
        look();
        speechSynthesis.addEventListener('voiceschanged', look);
      }
    },
    /** Pressed again, it is silent. */
    say() {
      const speaks = speechSynthesis.speaking;
      speechSynthesis.cancel();
      if (!speaks) {
        const words = new SpeechSynthesisUtterance(this.$root.dataset.say);
        words.lang = document.documentElement.lang;
        speechSynthesis.speak(words);
      }
    },
  }));

  /** Ticks by the addresses of their boxes. */
  let waiting;
  let asking = false;
  const addressOf = (box) => `/class/tasks/${box.dataset.task}${box.dataset.way ? `/ways/${box.dataset.way}` : ''}/tick`;

  Alpine.data('classpage', () => ({
    watching: false,
    problem: '',
    waits: '',
    /** Which task is next is computed on the server. */
    deed: inOrder(['.todo', '.strip', '.class-head'], () => document.dispatchEvent(new CustomEvent('kerygma:list'))),
    init() {
      document.addEventListener('kerygma:watching', () => {
        this.watching = true;
        // The list has moved under the stage: it is brought back if that took it out of sight.
        this.$nextTick(() => requestAnimationFrame(() => this.keepInSight()));
      });
      waiting = new Waiting(this.$root.dataset.mine);
      const left = new Map(waiting.all());
      for (const box of this.$root.querySelectorAll('input[type=checkbox][data-task]:not(:disabled)')) {
        if (left.has(addressOf(box))) {
          box.checked = left.get(addressOf(box));
        }
      }
      // What was ticked while the page was still loading.
      for (const box of this.$root.querySelectorAll('input[type=checkbox][data-task]')) {
        if (box.checked !== box.defaultChecked) {
          this.tick({ currentTarget: box });
          left.delete(addressOf(box));
        }
      }
      if (left.size > 0) {
        this.deed(() => this.sendWaiting());
      }
    },
    keepInSight() {
      const { top, bottom } = this.$root.querySelector('.player .stage').getBoundingClientRect();
      if (top < 0 || bottom > innerHeight) {
        // One that sticks already is where the list begins.
        scrollTo({ top: scrollY + Math.max(top, this.$root.getBoundingClientRect().top), behavior: 'instant' });
      }
    },
    explain(event) {
      const at = Number(event.currentTarget.dataset.at);
      const player = this.$root.querySelector('.player');
      if (player && player.dataset.ready !== 'true') {
        player.dataset.wanted = at; // It is played as soon as it is there.
        return;
      }
      document.dispatchEvent(new CustomEvent('kerygma:play', { detail: { at } }));
    },
    /** Chooses one of several ways; the list is shown anew where one stands. */
    choose(event) {
      const { action } = event.currentTarget;
      this.problem = '';
      this.deed(async () => {
        try {
          await send('POST', action);
        } catch (e) {
          this.problem = e.message || this.$refs.problem.dataset.lost;
        }
      });
    },
    tick(event) {
      const box = event.currentTarget;
      const done = box.checked;
      this.problem = '';
      waiting.keep(addressOf(box), done);
      this.deed(() => this.keep(box, done));
    },
    /** Without a line the box stays as it was pressed: the tick waits, and goes by itself. */
    async keep(box, done) {
      const address = addressOf(box);
      return (await this.sent(address, done, () => (box.checked = !done))) && this.sendWaiting();
    },
    /** @returns whether there is a line */
    async sent(address, done, undo = () => {}) {
      try {
        await send('POST', `${address}?done=${done}`, undefined, { keepalive: true });
      } catch (e) {
        if (e.status === 401) {
          return true; // It is sent when somebody is signed in again.
        }
        if (!e.status) {
          this.waits = this.$refs.problem.dataset.waits;
          this.tryAgain();
          return false;
        }
        undo();
        this.problem = e.message || this.$refs.problem.dataset.lost;
      }
      waiting.gone(address, done);
      return true;
    },
    tryAgain() {
      if (!asking) {
        asking = true;
        onceThereIsALine(() => {
          asking = false;
          this.deed(() => this.sendWaiting());
        });
      }
    },
    /** @returns false if nothing could be sent */
    async sendWaiting() {
      for (const [address, done] of waiting.all()) {
        if (!(await this.sent(address, done))) {
          return false;
        }
      }
      this.waits = '';
      return true;
    },
  }));
});
