// What is typed at the lectern: words filled in on a page, and jottings.
/**
 * @param its what the component keeps beside what Alpine watches
 * @returns {any}
 */
export const written = (its) => ({
  /** Fills in where the pointer is; everything that is typed is seen at once. */
  openFill() {
    if (this.filling || this.jotting || this.paused || this.finishing || this.beforeStart) {
      return;
    }
    if (!its.desk.beginFilling()) {
      this.hint = this.words.pointFirst;
      return;
    }
    this.hint = '';
    this.filling = true;
    this.fillBegan = 0;
    this.$refs.fill.value = '';
    this.focusSoon(this.$refs.fill, () => this.filling);
  },

  fillTyped() {
    this.fillBegan ||= performance.now();
    its.desk.fillIn(this.$refs.fill.value);
  },

  fillKey(event) {
    const sizes = { ArrowUp: 1.1, ArrowDown: 1 / 1.1 };
    const moves = { ArrowUp: [0, -0.2], ArrowDown: [0, 0.2], ArrowLeft: [-0.2, 0], ArrowRight: [0.2, 0] };
    if (event.altKey && moves[event.key]) {
      event.preventDefault();
      its.desk.moveFilling(...moves[event.key]);
    } else if (sizes[event.key]) {
      event.preventDefault();
      its.desk.sizeFilling(sizes[event.key]);
    } else if (event.key === 'Escape') {
      event.preventDefault();
      event.stopPropagation();
      this.closeFill(false);
    }
  },

  keepFill() {
    this.closeFill(true);
  },

  closeFill(keep) {
    if (this.filling) {
      const now = performance.now();
      its.desk.endFilling(this.fillBegan || now, now, keep);
      this.filling = false;
      this.$refs.stage.focus();
    }
  },

  // ---- jottings

  /** The moment counts at which it was thought of, not that at which it was typed. */
  openJot(event) {
    if (!this.recording || this.paused || this.jotting) {
      return;
    }
    this.jotAt = its.recorder.at(event?.timeStamp);
    this.jotPage = its.desk.page;
    this.jotting = true;
    this.focusSoon(this.$refs.jot, () => this.jotting);
  },

  keepJot() {
    if (this.recording) {
      its.recorder.note({ do: 'jot', id: crypto.randomUUID(), page: this.jotPage, words: this.$refs.jot.value.trim(), t: this.jotAt });
      this.hint = this.words.jotted;
    }
    this.dropJot();
  },

  /**
   * Alpine shows what is to be shown in the next frame; only then it can be focused. Who types fast is through by
   * then: what is closed again takes no keys.
   */
  focusSoon(field, wanted = () => true) {
    requestAnimationFrame(() => requestAnimationFrame(() => wanted() && field.focus()));
  },

  /** Whoever types on at once types into the field before it can have the focus. */
  typedEarly(event, field) {
    if (event.ctrlKey || event.metaKey || event.altKey) {
      return;
    }
    if (event.key.length === 1) {
      event.preventDefault();
      field.value += event.key;
    } else if (event.key === 'Backspace') {
      field.value = field.value.slice(0, -1);
    } else if (event.key === 'Enter') {
      event.preventDefault();
      field.form.requestSubmit();
      return;
    } else if (event.key === 'Escape') {
      this.dropJot();
      this.closeFill(false);
      return;
    }
    field.focus();
  },

  dropJot() {
    this.jotting = false;
    this.$refs.jot.value = '';
    this.$refs.jot.blur();
    this.$refs.stage.focus();
  },
});
