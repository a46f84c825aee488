// A spoken or filmed answer: recorded here a piece a second, heard before it is kept, and not lost with the page. The component
// around it takes it in: its bringIn(file, shape) tells the problem, if there was one, and what is done afterwards.
import { clock } from './api.js';
import { fill } from './dom.js';
import { dropPieces, keepPiece, piecesOf } from './kept.js';
import { meter, openStandIn } from './microphone.js';
import { answerOf, openAnswer, TrackRecorder } from './sources.js';

const TICK_MS = 200;

document.addEventListener('alpine:init', () => {
  Alpine.data('answer', () => {
    let data;
    let name;
    let stream;
    let endMeter = () => {};
    let recorder;
    let pieces = [];
    let writing = Promise.resolve();
    let timer;
    let begun = 0;
    let file;
    return {
      state: 'idle',
      shape: 'SPOKEN',
      ms: 0,
      level: 0,
      denied: false,
      keeping: false,
      about: '',
      problem: '',

      get idle() {
        return this.state === 'idle';
      },
      get going() {
        return this.state === 'going';
      },
      get made() {
        return this.state === 'made';
      },
      get filming() {
        return this.shape === 'FILMED';
      },
      get short() {
        return Math.round(this.ms / 1000) < Number(data.least);
      },
      /** Whether it cannot be kept just now. */
      get held() {
        return this.keeping || this.short;
      },
      get shown() {
        return fill(data.of, clock(this.ms), clock(1000 * Number(data.seconds)));
      },

      async init() {
        data = this.$root.dataset;
        name = `answer:${data.mine}`;
        addEventListener('beforeunload', (e) => {
          if (this.going) {
            e.preventDefault();
          }
        });
        const left = await piecesOf(name);
        if (left.length > 0 && this.idle) {
          // A page that was closed in the middle has left this.
          pieces = left.map((p) => p.body);
          this.shape = left[0].shape;
          this.ms = 1000 * left.length;
          this.$root.closest('details')?.setAttribute('open', '');
          this.hear(left[0].type);
        }
      },

      speak() {
        return this.record('SPOKEN', () => openAnswer(false));
      },
      film() {
        return this.record('FILMED', () => openAnswer(true));
      },
      standIn() {
        return this.record('SPOKEN', openStandIn);
      },

      async record(shape, open) {
        if (!this.idle) {
          return;
        }
        this.problem = '';
        this.state = 'opening';
        try {
          stream = await open();
        } catch (e) {
          this.denied = true;
          this.problem = e.name === 'NotAllowedError' ? data.denied : data.none;
          this.state = 'idle';
          return;
        }
        this.shape = shape;
        this.ms = 0;
        pieces = [];
        await dropPieces(name);
        const options = answerOf(this.filming);
        recorder = new TrackRecorder(stream, options, (number, body) => {
          pieces.push(body);
          writing = writing.then(() => keepPiece({ recording: name, kind: 'answer', number, body, shape, type: options.mimeType }));
        });
        if (this.filming) {
          this.$refs.mirror.srcObject = stream;
          this.$refs.mirror.play();
        }
        endMeter = meter(stream, (level) => (this.level = level));
        stream.getTracks().forEach((t) => t.addEventListener('ended', () => this.stop()));
        begun = performance.now();
        recorder.start(() => 0);
        this.state = 'going';
        this.focus('stop');
        timer = setInterval(() => {
          this.ms = performance.now() - begun;
          if (this.ms >= 1000 * Number(data.seconds)) {
            this.stop();
          }
        }, TICK_MS);
      },

      async stop() {
        if (!this.going) {
          return;
        }
        clearInterval(timer);
        this.state = 'stopping';
        this.ms = Math.min(performance.now() - begun, 1000 * Number(data.seconds));
        await recorder.stop();
        endMeter();
        stream.getTracks().forEach((t) => t.stop());
        this.$refs.mirror.srcObject = null;
        await writing;
        this.hear(answerOf(this.filming).mimeType);
      },

      hear(type) {
        const plain = type.split(';')[0];
        const title = this.filming ? data.filmed : data.spoken;
        file = new File(pieces, `${title}.${plain.split('/')[1]}`, { type: plain });
        this.$refs.said.src = URL.createObjectURL(file);
        this.about = `${title}, ${clock(this.ms)}`;
        this.state = 'made';
        this.problem = this.short ? fill(data.short, clock(this.ms), clock(1000 * Number(data.least))) : '';
        this.focus(this.short ? 'again' : 'keep');
      },

      async keep() {
        if (this.keeping) {
          return;
        }
        this.keeping = true;
        this.problem = '';
        const { problem, after } = await this.bringIn(file, this.shape);
        this.problem = problem;
        this.keeping = false;
        if (!this.problem) {
          await this.drop();
          after?.();
        }
      },

      again() {
        this.problem = '';
        return this.drop();
      },

      /** What is shown only now can have the focus only then. */
      focus(what) {
        requestAnimationFrame(() => requestAnimationFrame(() => this.$refs[what]?.focus()));
      },

      async drop() {
        URL.revokeObjectURL(this.$refs.said.src);
        this.$refs.said.removeAttribute('src');
        await dropPieces(name);
        this.state = 'idle';
        this.focus(this.filming ? 'film' : 'speak');
      },
    };
  });
});
