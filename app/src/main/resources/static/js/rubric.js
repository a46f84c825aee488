// A rubric's cells beside their places on the page: what is pointed at or written in is lit in both, and sums follow the words.
const AFTER_MS = 250;

document.addEventListener('alpine:init', () => {
  Alpine.data('rubric', () => {
    let timer = 0;
    let asked = 0;
    const both = (event) => {
      const cell = event.target.closest('[data-cell]')?.dataset.cell;
      return cell ? document.querySelectorAll(`[data-cell="${cell}"]`) : [];
    };
    return {
      show(event) {
        both(event).forEach((part) => part.classList.add('lit'));
      },
      hide(event) {
        const written = document.activeElement.closest('[data-cell]')?.dataset.cell;
        both(event).forEach((part) => part.classList.toggle('lit', event.type !== 'focusout' && part.dataset.cell === written));
      },
      /** A place on the page leads into its cell. */
      go(event) {
        if (event.target.matches('rect')) {
          this.$root.querySelector(`td[data-cell="${event.target.dataset.cell}"] textarea`).focus();
        }
      },
      soon() {
        clearTimeout(timer);
        timer = setTimeout(() => this.look(), AFTER_MS);
      },
      /** The server reads the cells as they stand; nothing is kept by that. */
      async look() {
        asked += 1;
        const mine = asked;
        const fields = new URLSearchParams(/** @type {any} */ (new FormData(this.$root)));
        fields.delete('once');
        const answer = await fetch(this.$root.dataset.look, { method: 'POST', body: fields }).catch(() => null);
        const page = answer?.ok && !answer.redirected ? await answer.text().catch(() => '') : '';
        if (!page || mine !== asked) {
          return;
        }
        const fresh = new DOMParser().parseFromString(page, 'text/html');
        for (const now of this.$root.querySelectorAll('.afresh')) {
          const next = fresh.getElementById(now.id);
          if (next && next.innerHTML !== now.innerHTML) {
            now.replaceChildren(...next.childNodes);
          }
        }
        for (const now of this.$root.querySelectorAll('td[data-cell]')) {
          const next = fresh.querySelector(`td[data-cell="${now.dataset.cell}"]`);
          now.className = `${next?.className ?? now.className}${now.contains(document.activeElement) ? ' lit' : ''}`;
        }
      },
    };
  });
});
