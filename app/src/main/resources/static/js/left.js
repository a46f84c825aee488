// What a device had kept of somebody's words when the task closed: it can be read, and copied.
document.addEventListener('alpine:init', () => {
  Alpine.data('left', () => ({
    words: '',
    init() {
      const kept = JSON.parse(localStorage.getItem(`kerygma:work:${this.$root.dataset.mine}`) ?? 'null');
      this.words = kept?.text ?? '';
    },
  }));
});
