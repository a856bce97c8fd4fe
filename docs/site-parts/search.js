// Searches the sections of all pages, which search-index.js holds: each with its page, its place, its heading and its words.
(() => {
  const field = document.querySelector('.search input');
  const found = document.getElementById('found');
  const says = document.getElementById('says');
  const root = document.documentElement.dataset.root;
  const most = 20;
  const plain = text => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();

  // The words around the first that was looked for.
  const around = (text, word) => {
    const at = Math.max(0, plain(text).indexOf(word));
    const from = at < 60 ? 0 : text.lastIndexOf(' ', at - 50) + 1;
    return (from ? '… ' : '') + text.slice(from, from + 170) + (text.length > from + 170 ? ' …' : '');
  };

  const marked = (text, words) => {
    const line = document.createDocumentFragment();
    const lower = plain(text);
    if (lower.length !== text.length) {
      line.append(text);
      return line;
    }
    let at = 0;
    while (at < text.length) {
      const next = words.map(word => [lower.indexOf(word, at), word.length]).filter(([place]) => place >= 0).sort((a, b) => a[0] - b[0])[0];
      if (!next) {
        break;
      }
      line.append(text.slice(at, next[0]));
      const mark = document.createElement('mark');
      mark.textContent = text.slice(next[0], next[0] + next[1]);
      line.append(mark);
      at = next[0] + next[1];
    }
    line.append(text.slice(at));
    return line;
  };

  const search = () => {
    const words = plain(field.value).split(/\s+/).filter(word => word.length > 1);
    found.replaceChildren();
    says.textContent = '';
    if (!words.length) {
      return;
    }
    const hits = [];
    for (const section of HELVO_SECTIONS) {
      const heading = plain(section.heading), text = plain(section.text);
      let rank = 0;
      for (const word of words) {
        const inHeading = heading.includes(word), count = text.split(word).length - 1;
        if (!inHeading && !count) {
          rank = -1;
          break;
        }
        rank += (inHeading ? 10 : 0) + Math.min(count, 5);
      }
      if (rank > 0) {
        hits.push([rank, section]);
      }
    }
    hits.sort((a, b) => b[0] - a[0]);
    says.textContent = hits.length ? `${hits.length} ${hits.length === 1 ? 'section' : 'sections'}` + (hits.length > most ? `, the first ${most}` : '') : 'Nothing found.';
    for (const [, section] of hits.slice(0, most)) {
      const item = document.createElement('li');
      const link = document.createElement('a');
      link.href = root + section.page + (section.anchor ? '#' + section.anchor : '');
      link.append(marked(section.heading === section.title ? section.title : `${section.title}: ${section.heading}`, words));
      const text = document.createElement('p');
      text.append(marked(around(section.text, words[0]), words));
      item.append(link, text);
      found.append(item);
    }
  };

  field.addEventListener('input', search);
  document.addEventListener('keydown', event => {
    if (event.key === '/' && document.activeElement !== field) {
      event.preventDefault();
      field.focus();
    } else if (event.key === 'Escape' && field.value) {
      field.value = '';
      search();
    }
  });
  search();
})();
