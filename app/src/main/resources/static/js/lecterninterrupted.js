// A recording that was interrupted is kept and gone on with, or discarded.
import { clock, send } from './api.js';
import { device, openRecordings } from './running.js';

/**
 * @param its what the component keeps beside what Alpine watches
 * @returns {any}
 */
export const takingUp = (its) => ({
  /** With another microphone, or the same one plugged in again: the stop goes on where it was left. */
  async goOnAfter() {
    Object.assign(this, { interrupted: this.id, interruptedStop: this.stop.id });
    Object.assign(this, { byItself: false, finishing: false, keeping: true, kept: false, problem: '', loss: '', beforeStart: true });
    await this.readyToContinue();
  },

  /** What is recorded next goes on where the stop was left, with the desk as it was. */
  async readyToContinue() {
    const at = its.data.stops.findIndex((s) => s.id === this.interruptedStop);
    this.continuing = at >= 0;
    this.showStop(Math.max(0, at));
    await this.takeUpDesk();
    this.startWord = this.words.continue;
  },

  // ---- a recording that was interrupted

  /** What was begun and never ended, here or elsewhere; what goes on elsewhere is waited for. */
  async lookForOpen() {
    this.open ||= 'looking';
    const found = await openRecordings(its.data.walkthrough).catch(() => null);
    const goesOn = found?.find((f) => f.elsewhere);
    const left = found?.find((f) => f.seconds > 0);
    if (found && !goesOn && this.open === 'elsewhere') {
      location.reload(); // What was recorded there belongs to the stops now.
      return;
    }
    const one = goesOn ?? left;
    if (one) {
      const number = its.data.stops.find((s) => s.id === one.lastStop)?.number ?? 1;
      const how = goesOn ? this.words.elsewhereSoFar : this.words.interruptedHow;
      this.openHow = how.replace('%time', clock(one.seconds * 1000)).replace('%stop', number);
      this.interrupted = one.id;
      this.interruptedStop = one.lastStop;
    }
    if (found) {
      this.open = goesOn ? 'elsewhere' : left ? 'interrupted' : '';
    }
    if (!found || goesOn) {
      setTimeout(() => this.lookForOpen(), 3000);
    }
  },

  async keepInterrupted() {
    this.finishing = true;
    this.finishWord = this.words.making;
    this.problem = '';
    try {
      await its.pieces.takeUp(this.interrupted);
      await its.pieces.allSent();
      const { work } = await send('POST', `/recordings/${this.interrupted}/keep?device=${device()}`);
      await its.pieces.forget(this.interrupted);
      await this.waitFor(work);
    } catch (e) {
      this.problem = e.message || this.words.cannot;
      return;
    } finally {
      this.finishing = false;
    }
    await this.readyToContinue();
    this.open = '';
  },

  /** Page, camera and marks are as they were when it was interrupted. */
  async takeUpDesk() {
    const { interrupted, interruptedStop } = this;
    this.left = await send('GET', `/walkthroughs/${its.data.walkthrough}/recordings/${interrupted}/desk?stop=${interruptedStop}`).catch(() => null);
    if (this.left) {
      its.desk.takeUp(this.left);
      this.seeDesk();
    }
  },

  askDiscard() {
    this.discardAsked = true;
    this.focusSoon(this.$refs.notDiscard);
  },

  notDiscard() {
    this.discardAsked = false;
  },

  /** All of it goes first to where it can be taken out again. */
  async discardInterrupted() {
    this.problem = '';
    try {
      await its.pieces.takeUp(this.interrupted);
      await its.pieces.allSent();
      await send('POST', `/recordings/${this.interrupted}/discard?device=${device()}`);
      await its.pieces.forget(this.interrupted);
    } catch (e) {
      this.problem = e.message || this.words.cannot;
      return;
    }
    this.discardAsked = false;
    this.open = '';
    await this.lookForOpen(); // There may be an earlier one.
  },
});
