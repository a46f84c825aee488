// Words that are written for a round: counted, and kept on this device until they are sent.

const key = (draft) => `kerygma:${draft}`;

document.addEventListener('alpine:init', () => {
  Alpine.data('counted', () => ({
    said: '',
    init() {
      const { draft } = this.$root.dataset;
      const left = draft && localStorage.getItem(key(draft));
      const sent = [...document.querySelectorAll('.own-said')].some((e) => e.textContent.trim() === left?.trim());
      if (left && sent) {
        localStorage.removeItem(key(draft));
      } else if (left && !this.$refs.words.value) {
        this.$refs.words.value = left;
        this.$root.closest('details')?.setAttribute('open', '');
      }
      this.count();
    },
    count() {
      const { asked, words, wordsOf, draft } = this.$root.dataset;
      const text = this.$refs.words.value;
      const count = text.split(/\s+/).filter((w) => /[\p{L}\p{N}]/u.test(w)).length;
      this.said = (Number(asked) > 0 ? wordsOf.replace('%2', asked) : words).replace('%1', count);
      if (draft && text) {
        localStorage.setItem(key(draft), text);
      }
    },
  }));
});
