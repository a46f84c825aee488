// Questions inside a talk: the sound waits for an answer.
import { Check } from './check.js';

/**
 * @param its what the component keeps beside what Alpine watches
 * @returns {any}
 */
export const questions = (its) => ({
  /** It waits for an answer; what was jumped over is not asked. */
  atCheck(until) {
    const next = its.checks.find((c) => !c.over && !c.passed && its.before <= c.atMs && c.atMs <= until);
    if (!next) {
      return false;
    }
    const { sound, check } = this.$refs;
    sound.pause();
    sound.currentTime = next.atMs / 1000;
    this.checking = true;
    its.asking = new Check(check, this.$root.dataset.score, next, check.dataset, {
      goOn: () => {
        next.passed = true;
        this.leaveCheck();
        its.before = next.atMs;
        // Several may be asked at one moment.
        if (!this.atCheck(next.atMs)) {
          sound.play();
        }
      },
      hear: (at) => {
        this.playFrom(at);
      },
      point: (take) => {
        its.pointed = take;
      },
      ring: (box) => {
        its.ringed = box;
        this.show();
      },
    });
    return true;
  },

  leaveCheck() {
    its.asking?.stop();
    its.asking = null;
    its.pointed = null;
    its.ringed = null;
    this.checking = false;
    this.$refs.check.replaceChildren();
  },
});
