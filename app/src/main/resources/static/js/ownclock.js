// Who lives by another clock than the school reads both: the school's stands on the page, their own is added.
const language = document.documentElement.lang === 'en' ? 'en-US' : document.documentElement.lang;
const own = Intl.DateTimeFormat().resolvedOptions().timeZone;

/** The wall clock of a zone at an instant, for comparing and for reading. */
function clock(at, zone) {
  return new Intl.DateTimeFormat(language, { weekday: 'long', hour: 'numeric', minute: '2-digit', timeZone: zone })
    .format(at)
    .replace('AM', 'a.m.')
    .replace('PM', 'p.m.');
}

function add(root) {
  for (const place of root.querySelectorAll('.own-clock')) {
    const at = new Date(place.dataset.at);
    const here = clock(at, own);
    place.textContent = here === clock(at, place.dataset.zone) ? '' : place.dataset.words.replace('{0}', here);
  }
}

add(document);
document.addEventListener('kerygma:list', () => add(document));
