// A student's own work: words are kept at every pause, here first and then by the server; files go as soon as they are chosen.
import { clock, send } from './api.js';
import { element, fill } from './dom.js';
import { askCorners } from './straighten.js';
import { sendFile } from './upload.js';

const PAUSE_MS = 800;
const LOOK_MS = 1500;
const AGAIN_MS = 5000;

/** What was recorded is kept on the device by its recorder until it has gone. */
const recorded = (shape) => ['SPOKEN', 'FILMED'].includes(shape);

document.addEventListener('alpine:init', () => {
  Alpine.data('work', () => {
    // Outside the component: what Alpine watches is wrapped, and these must not be.
    let words;
    let here;
    let seen;
    let timer;
    let keeping = null;
    let going = 0;
    const chosen = new Map();
    const percents = new Map();
    return {
      problem: '',
      state: '',
      count: '',

      init() {
        words = this.$root.dataset;
        here = `kerygma:work:${words.mine}`;
        seen = Number(words.seen);
        this.count = this.$root.querySelector('#count span')?.textContent ?? '';
        this.bringBack();
        // What was written and chosen while the page was still loading.
        if ([this.$refs.text, this.$refs.link].some((f) => f && f.value !== f.defaultValue)) {
          this.typed();
        }
        for (const level of this.$root.querySelectorAll('.self-check input:checked')) {
          if (!level.defaultChecked) {
            this.see({ target: level });
          }
        }
        if (this.$refs.pieces) {
          this.look();
        }
        addEventListener('online', () => this.keep());
        document.addEventListener('kerygma:own-mark', () => this.answered());
        addEventListener('beforeunload', (e) => {
          if (going > 0) {
            e.preventDefault(); // A file is still going.
          }
        });
        document.getElementById('asked')?.focus();
      },

      // ---- words

      /** What this device has kept and the server never heard of. */
      bringBack() {
        const left = JSON.parse(localStorage.getItem(here) ?? 'null');
        if (left && this.$refs.form) {
          if (this.$refs.text && !this.$refs.text.value.includes(left.text)) {
            this.$refs.text.value = left.text;
          }
          if (this.$refs.link && left.link) {
            this.$refs.link.value = left.link;
          }
          seen = left.seen;
          this.typed();
        }
      },

      written() {
        return { text: this.$refs.text?.value ?? '', link: this.$refs.link?.value ?? '', seen };
      },

      typed() {
        localStorage.setItem(here, JSON.stringify(this.written()));
        this.answered();
        this.state = '';
        clearTimeout(timer);
        timer = setTimeout(() => this.keep(), PAUSE_MS);
      },

      /** What was asked about the work as it was is asked no more. */
      answered() {
        document.getElementById('asked')?.remove();
      },

      /** One after the other, so that what was written last is what is kept. */
      keep() {
        clearTimeout(timer);
        keeping = (keeping ?? Promise.resolve()).then(() => this.keepNow());
        return keeping;
      },

      async keepNow() {
        if (!localStorage.getItem(here)) {
          return true;
        }
        const now = this.written();
        try {
          const kept = await send('PUT', `/class/tasks/${words.task}/work`, now);
          seen = kept.seen;
          const { text } = this.$refs;
          if (text && kept.text !== now.text) {
            // Another tab has written too: all of it stays.
            text.value = text.value === now.text ? kept.text : `${text.value}${kept.text.slice(now.text.length)}`;
          }
          if (text && text.value === kept.text && (this.$refs.link?.value ?? '').trim() === kept.link) {
            localStorage.removeItem(here);
          } else if (!text) {
            localStorage.removeItem(here);
          }
          this.count = Number(words.asked) > 0 ? fill(words.wordsOf, kept.words, words.asked) : fill(words.words, kept.words);
          this.state = words.kept;
          return true;
        } catch (e) {
          if (e.status) {
            this.problem = e.message || words.lost;
          } else {
            this.state = words.here;
            timer = setTimeout(() => this.keep(), AGAIN_MS);
          }
          return false;
        }
      },

      // ---- files

      photos(event) {
        this.bring(event, 'PHOTO');
      },
      files(event) {
        this.bring(event, 'FILE');
      },

      async bring(event, shape) {
        const picked = [...event.target.files];
        this.answered();
        event.target.value = '';
        this.problem = '';
        const problems = [];
        // They are announced at once, and in order: from now on they count as begun.
        const announced = [];
        for (const file of picked) {
          const why = await this.announce(file, shape, announced);
          if (why) {
            problems.push(`${file.name}: ${why}`);
          }
        }
        this.problem = problems.join(' ');
        await this.look();
        for (const id of announced) {
          await this.go(id);
        }
      },

      /** What another part of this page brings in. Tells its file, or what was wrong. */
      async bringIn(file, shape, frame = undefined) {
        this.answered();
        // Where its line was lost, the same file goes on as what it was announced as.
        const announced = [...chosen].filter(([id, f]) => f === file && percents.get(id) === -1).map(([id]) => id);
        const problem = announced.length > 0 ? '' : await this.announce(file, shape, announced, frame);
        const lost = problem ? '' : await this.go(announced[0], !recorded(shape));
        return { problem: problem || (recorded(shape) ? lost : ''), id: announced[0] };
      },

      async announce(file, shape, announced, frame = undefined) {
        if (/\.(heic|heif)$/i.test(file.name)) {
          return words.heic;
        }
        if (file.size > Number(words.most)) {
          return fill(words.large, Math.round(file.size / 1048576), Math.round(Number(words.most) / 1048576));
        }
        try {
          const { file: id } = await send('POST', `/class/tasks/${words.task}/work/files`, { name: file.name, bytes: file.size, shape, frame }, { once: crypto.randomUUID() });
          chosen.set(id, file);
          announced.push(id);
          return '';
        } catch (e) {
          return e.message || (recorded(shape) ? words.answerLost : words.lost);
        }
      },

      /**
       * Sends a file that was announced; tells what was wrong.
       *
       * @param still whether this page goes on trying by itself; else it is said by whoever asked
       */
      async go(id, still = true) {
        going += 1;
        const file = chosen.get(id);
        const lost = await sendFile(
          `/class/work/files/${id}`,
          file,
          file,
          (percent) => {
            percents.set(id, percent);
            this.$refs.pieces?.querySelector(`[data-file="${id}"] progress`)?.setAttribute('value', percent);
          },
          still ? words.lost : words.answerLost,
        );
        going -= 1;
        percents.set(id, lost ? -1 : 100);
        if (lost && still) {
          this.problem = `${file.name}: ${lost}`;
          addEventListener('online', () => this.go(id), { once: true });
        }
        await this.look();
        return lost;
      },

      async look() {
        clearTimeout(this.looking);
        if (!this.$refs.pieces) {
          return;
        }
        const all = await send('GET', `/class/tasks/${words.task}/work/files`).catch(() => null);
        if (all && this.$refs.pieces) {
          // A picture of the sheet stands in its frame; one that never came can be sent again, or given up, here.
          this.draw(all.filter((f) => f.shape !== 'FRAMED' || f.arriving));
        }
        if (!all || all.some((f) => f.reading || f.arriving)) {
          this.looking = setTimeout(() => this.look(), LOOK_MS);
        }
      },
      looking: 0,

      draw(all) {
        const at = document.activeElement?.dataset.deed;
        const still = this.$refs.form;
        this.$refs.pieces.replaceChildren(...all.map((f, i) => this.piece(f, i, Boolean(still))));
        if (at) {
          this.$refs.pieces.querySelector(`[data-deed="${at}"]`)?.focus();
        }
      },

      piece(f, index, still) {
        const about = [];
        if (f.arriving) {
          const known = chosen.has(f.id);
          about.push(known && percents.get(f.id) !== -1 ? element('progress', { max: 100, value: percents.get(f.id) ?? 0, 'aria-label': words.sending }) : this.button(f, 'again', words.again));
        } else if (f.reading) {
          about.push(element('span', { class: 'pencil' }, words.reading));
        } else if (f.seconds > 0) {
          about.push(element('span', { class: 'pencil' }, clock(1000 * f.seconds)));
        } else if (f.pages > 0) {
          about.push(element('span', { class: 'pencil' }, f.pages === 1 ? words.onePage : fill(words.pages, f.pages)));
        } else {
          about.push(element('span', { class: 'pencil' }, words.keptFile));
        }
        if (f.trouble) {
          about.push(element('span', { class: 'told wrong', role: 'alert' }, words[f.trouble.toLowerCase().replace('_', '')]));
        } else if (f.finding) {
          about.push(element('strong', { class: 'clay' }, words[f.finding.toLowerCase()]));
        }
        if (f.stayed) {
          about.push(element('span', { class: 'told', role: 'status' }, words.stayed));
        }
        const deeds = element('span', { class: 'deeds' });
        if (still) {
          if (f.shape === 'PHOTO' && f.pages > 0) {
            deeds.append(this.button(f, 'turn', words.turn), f.straight ? this.button(f, 'askew', words.askew) : this.button(f, 'straighten', words.straighten));
          }
          if (index > 0) {
            deeds.append(this.button(f, 'earlier', words.earlier));
          }
        }
        if (still || f.arriving) {
          deeds.append(this.button(f, 'away', words.away));
        }
        const picture = f.pages > 0 ? element('img', { src: `/media/hand-ins/${f.id}/1/s?look=${f.look}`, alt: fill(words.pageOf, 1, f.name) }) : element('span', { class: 'no-picture', 'aria-hidden': 'true' });
        if (f.recorded) {
          const player = f.seconds > 0 ? [element(f.filmed ? 'video' : 'audio', { controls: true, preload: 'none', playsinline: true, src: `/media/hand-ins/${f.id}/answer`, 'aria-label': f.name })] : [];
          return element('li', { 'data-file': f.id, class: 'answer-piece' }, element('div', {}, element('strong', {}, f.name.replace(/\.\w+$/, '')), ' ', ...about.flatMap((a) => [a, ' ']), ...player, deeds));
        }
        return element('li', { 'data-file': f.id }, picture, element('div', {}, element('strong', {}, f.name), ' ', ...about.flatMap((a) => [a, ' ']), deeds));
      },

      button(f, deed, label) {
        const b = element('button', { type: 'button', class: 'deed', 'data-deed': `${deed} ${f.id}`, 'aria-label': `${label}: ${f.name}` }, label);
        b.addEventListener('click', () => this.change(f, deed));
        return b;
      },

      async change(f, deed) {
        this.problem = '';
        if (deed === 'again') {
          this.sendAgain(f);
          return;
        }
        try {
          if (deed === 'straighten' || deed === 'askew') {
            if (deed === 'askew' || (await askCorners(f, this.$refs.corners))) {
              await send('PUT', `/class/work/files/${f.id}/corners`, { corners: deed === 'askew' ? null : this.$refs.corners.returnValue });
            }
          } else {
            await send('POST', `/class/work/files/${f.id}/${deed}`);
          }
        } catch (e) {
          this.problem = e.message || words.lost;
        }
        if (!this.$refs.form) {
          location.reload(); // It was waiting for that file.
          return;
        }
        await this.look();
      },

      /** A file that never came: this page may have it still; else it is chosen once more. */
      sendAgain(f) {
        if (chosen.has(f.id)) {
          this.go(f.id);
          return;
        }
        const input = element('input', { type: 'file' });
        input.addEventListener('change', () => {
          const [file] = input.files;
          if (file) {
            chosen.set(f.id, file);
            this.go(f.id);
          }
        });
        input.click();
      },

      // ---- the rubric as a self-check

      async see(event) {
        const { value: level, dataset } = event.target;
        this.problem = '';
        try {
          await send('PUT', `/class/tasks/${words.task}/work/self`, { criterion: dataset.criterion, level });
        } catch (e) {
          event.target.checked = false;
          this.problem = e.message || words.lost;
        }
      },

      // ---- handing in

      /** What was written last is kept before it goes. */
      async handIn(event) {
        if (this.sure || !(localStorage.getItem(here) || localStorage.getItem(`kerygma:sheet:${words.mine}`))) {
          return;
        }
        event.preventDefault();
        const button = event.submitter;
        const sheet = document.querySelector('.own-sheet');
        if ((!sheet || (await Alpine.$data(sheet).go())) && (await this.keep())) {
          this.sure = true;
          this.$refs.form.requestSubmit(button ?? undefined);
          this.sure = false;
        } else {
          this.problem = this.problem || words.lost;
        }
      },
      sure: false,
    };
  });
});
