'use strict';
// A figure that is read at the pointer and by keys, enlarged, and whose series are shown and hidden. The numbers are
// those of the tables below it: nothing is worked out here but places on the screen.
(() => {
  const SVG = 'http://www.w3.org/2000/svg';
  const MOST = 32;
  const REACH = 12;
  const figure = document.getElementById('figure');
  const svg = figure.querySelector('svg');
  const reading = document.getElementById('reading');
  const linked = figure.dataset.linked;
  const hidden = new Set();

  const element = (name, attributes) => {
    const made = document.createElementNS(SVG, name);
    Object.entries(attributes).forEach(([key, value]) => made.setAttribute(key, value));
    return made;
  };
  const set = (node, name, value) => value === null ? node.removeAttribute(name) : node.setAttribute(name, value);

  // ---- one plot and what is drawn about it ----

  class Panel {
    constructor(group, number) {
      [this.x, this.y, this.w, this.h] = group.dataset.plot.split(' ').map(Number);
      this.group = group;
      this.items = [];
      group.querySelectorAll('[data-enlarged]').forEach(part => this.take(part, true, part.dataset.enlarged === 'xy'));
      this.ticks = [...group.querySelectorAll('[data-ticks]')];
      this.ticks.forEach(part => this.take(part, part.dataset.ticks === 'x', part.dataset.ticks === 'y', true));
      this.enlarged = [...group.querySelectorAll('[data-enlarged="xy"]')];
      const clip = element('clipPath', {id: 'panel-' + number});
      clip.append(element('rect', {x: this.x, y: this.y, width: this.w, height: this.h}));
      this.ring = element('circle', {class: 'ring', r: 6, display: 'none'});
      this.box = element('rect', {class: 'box', display: 'none'});
      group.append(clip, this.ring, this.box);
      this.clip = `url(#panel-${number})`;
      this.view = this.all();
    }

    all() {
      return {x: this.x, y: this.y, w: this.w, h: this.h};
    }

    // What moves with the plot: marks and words keep their size, all else is stretched.
    take(part, across, down, ticks = false) {
      for (const node of part.children) {
        const at = node.dataset.at ?? (node.hasAttribute('x') && node.tagName === 'text'
            ? node.getAttribute('x') + ' ' + node.getAttribute('y') : null);
        if (at !== null) {
          const [x, y] = at.split(' ').map(Number);
          this.items.push({node, across, down, ticks, x, y});
        } else if (node.tagName === 'path') {
          const d = node.getAttribute('d');
          const [x, y] = d.match(/-?[\d.]+/g).map(Number);
          this.items.push({node, across, down, ticks, d, x, y});
        } else if (node.tagName === 'image') {
          const place = ['x', 'y', 'width', 'height'].map(name => Number(node.getAttribute(name)));
          this.items.push({node, across, down, ticks, place});
        } else {
          this.take(node, across, down, ticks);
        }
      }
    }

    isWhole() {
      return this.view.w === this.w && this.view.h === this.h;
    }

    toX(x) {
      return this.x + (x - this.view.x) * this.w / this.view.w;
    }

    toY(y) {
      return this.y + (y - this.view.y) * this.h / this.view.h;
    }

    contains(x, y) {
      return x >= this.x - 0.5 && x <= this.x + this.w + 0.5 && y >= this.y - 0.5 && y <= this.y + this.h + 0.5;
    }

    // The place in the plot that is seen at a place of it.
    from(x, y) {
      return {
        x: this.view.x + (x - this.x) * this.view.w / this.w,
        y: this.view.y + (y - this.y) * this.view.h / this.h
      };
    }

    show(view) {
      const w = Math.min(this.w, Math.max(this.w / MOST, view.w));
      const h = Math.min(this.h, Math.max(this.h / MOST, view.h));
      this.view = {
        w,
        h,
        x: Math.min(this.x + this.w - w, Math.max(this.x, view.x)),
        y: Math.min(this.y + this.h - h, Math.max(this.y, view.y))
      };
      this.items.forEach(item => this.place(item));
      const factor = times => Math.min(16, 2 ** Math.floor(Math.log2(times) + 1e-9));
      const wanted = {x: factor(this.w / w), y: factor(this.h / h)};
      this.ticks.forEach(part => set(part, 'visibility',
          Number(part.dataset.factor) === wanted[part.dataset.ticks] ? 'visible' : 'hidden'));
      this.enlarged.forEach(part => set(part, 'clip-path', this.isWhole() ? null : this.clip));
    }

    place({node, across, down, ticks, x, y, d, place}) {
      const toX = value => across ? this.toX(value) : value;
      const toY = value => down ? this.toY(value) : value;
      const number = value => Number(value.toFixed(3));
      if (place) {
        const [left, top] = [toX(place[0]), toY(place[1])];
        ['x', 'y', 'width', 'height'].forEach((name, i) => set(node, name, number(
            [left, top, toX(place[0] + place[2]) - left, toY(place[1] + place[3]) - top][i])));
      } else if (d) {
        let upright = true;
        set(node, 'd', this.isWhole() ? d : d.replace(/-?[\d.]+/g, value => {
          upright = !upright;
          return number(upright ? toY(Number(value)) : toX(Number(value))) + (upright ? ' ' : '');
        }));
      } else {
        const rises = node.tagName === 'text' ? node.getAttribute('transform') : null;
        if (!rises || !rises.includes('rotate')) {
          set(node, 'transform', this.isWhole() ? null : `translate(${number(toX(x) - x)} ${number(toY(y) - y)})`);
        }
      }
      if (ticks) {
        const outside = across && (toX(x) < this.x - 0.5 || toX(x) > this.x + this.w + 0.5)
            || down && (toY(y) < this.y - 0.5 || toY(y) > this.y + this.h + 0.5);
        set(node, 'display', outside ? 'none' : null);
      }
    }

    // Where an event is, in the units of the panel.
    at(event) {
      return new DOMPoint(event.clientX, event.clientY).matrixTransform(this.group.getScreenCTM().inverse());
    }
  }

  const panels = [...svg.querySelectorAll('[data-plot]')].map((group, i) => new Panel(group, i));

  const show = (panel, view) => {
    panel.show(view);
    for (const other of panels.filter(each => each !== panel)) {
      const along = linked.includes('x') ? {
        x: other.x + (panel.view.x - panel.x) / panel.w * other.w,
        w: panel.view.w / panel.w * other.w
      } : {};
      const up = linked.includes('y') ? {
        y: other.y + (panel.view.y - panel.y) / panel.h * other.h,
        h: panel.view.h / panel.h * other.h
      } : {};
      other.show({...other.view, ...along, ...up});
    }
    mark();
    document.getElementById('whole').disabled = panels.every(each => each.isWhole());
  };
  const showAll = () => panels.forEach(panel => show(panel, panel.all()));
  const enlarge = (panel, times, about) => {
    const {x, y, w, h} = panel.view;
    const centre = about ?? {x: x + w / 2, y: y + h / 2};
    show(panel, {
      x: centre.x - (centre.x - x) / times,
      y: centre.y - (centre.y - y) / times,
      w: w / times,
      h: h / times
    });
  };

  // ---- the points of the tables ----

  const lists = [...document.querySelectorAll('table[data-series]')].map(table => {
    const heads = [...table.tHead.rows[0].cells].map(cell => cell.textContent);
    const list = {
      series: table.dataset.series,
      isCurve: table.dataset.curve === 'yes',
      panel: panels[Number(table.dataset.panel)],
      name: table.caption.dataset.name
    };
    list.points = [...table.tBodies[0].rows].filter(row => row.dataset.at).map(row => {
      const [x, y] = row.dataset.at.split(' ').map(Number);
      const say = () => list.name + ': ' + [...row.cells]
          .map((cell, i) => cell.textContent === '' ? '' : heads[i] + ' ' + cell.textContent)
          .filter(words => words !== '').join(', ');
      return {x, y, say, list};
    }).sort((a, b) => a.x - b.x);
    return list;
  });
  const shownLists = () => lists.filter(list => !hidden.has(list.series) && list.points.length > 0);
  let chosen = null;

  const mark = () => {
    panels.forEach(panel => set(panel.ring, 'display', 'none'));
    if (chosen) {
      const {ring} = chosen.list.panel;
      const [x, y] = [chosen.list.panel.toX(chosen.x), chosen.list.panel.toY(chosen.y)];
      set(ring, 'cx', x);
      set(ring, 'cy', y);
      set(ring, 'display', chosen.list.panel.contains(x, y) ? null : 'none');
    }
  };
  const choose = (point, more = []) => {
    chosen = point;
    reading.textContent = [point, ...more].filter(each => each).map(each => each.say()).join('\n');
    mark();
  };
  const toSight = point => {
    const {panel} = point.list;
    if (!panel.contains(panel.toX(point.x), panel.toY(point.y))) {
      const {w, h} = panel.view;
      show(panel, {x: point.x - w / 2, y: point.y - h / 2, w, h});
    }
  };
  const nearestAlong = (points, x) =>
      points.reduce((best, point) => Math.abs(point.x - x) < Math.abs(best.x - x) ? point : best);

  // ---- pointer ----

  let drag = null;

  const read = event => {
    for (const panel of panels) {
      const at = panel.at(event);
      if (!panel.contains(at.x, at.y)) {
        continue;
      }
      let best = null;
      let least = REACH;
      const here = shownLists().filter(list => list.panel === panel);
      for (const point of here.filter(list => !list.isCurve).flatMap(list => list.points)) {
        const distance = Math.hypot(panel.toX(point.x) - at.x, panel.toY(point.y) - at.y);
        if (distance < least) {
          best = point;
          least = distance;
        }
      }
      const x = best ? best.x : panel.from(at.x, at.y).x;
      const curves = here.filter(list => list.isCurve).map(list => nearestAlong(list.points, x));
      if (best) {
        choose(best);
      } else {
        choose(curves[0] ?? null, curves.slice(1));
      }
      return;
    }
  };
  const box = () => {
    const {panel, from, to} = drag;
    const clamped = point => ({
      x: Math.min(panel.x + panel.w, Math.max(panel.x, point.x)),
      y: Math.min(panel.y + panel.h, Math.max(panel.y, point.y))
    });
    const [a, b] = [clamped(from), clamped(to)];
    return {x: Math.min(a.x, b.x), y: Math.min(a.y, b.y), w: Math.abs(a.x - b.x), h: Math.abs(a.y - b.y)};
  };

  svg.addEventListener('pointerdown', event => {
    const panel = panels.find(each => each.contains(each.at(event).x, each.at(event).y));
    if (panel && event.button === 0 && event.pointerType !== 'touch') {
      drag = {panel, from: panel.at(event), to: panel.at(event)};
      svg.setPointerCapture(event.pointerId);
      event.preventDefault();
      figure.focus({preventScroll: true});
    } else {
      read(event);
    }
  });
  svg.addEventListener('pointermove', event => {
    if (!drag) {
      read(event);
      return;
    }
    drag.to = drag.panel.at(event);
    const {x, y, w, h} = box();
    Object.entries({x, y, width: w, height: h}).forEach(([name, value]) => set(drag.panel.box, name, value));
    set(drag.panel.box, 'display', null);
  });
  svg.addEventListener('pointerup', () => {
    if (drag) {
      const {panel} = drag;
      const {x, y, w, h} = box();
      set(panel.box, 'display', 'none');
      drag = null;
      if (w > 4 && h > 4) {
        const [from, to] = [panel.from(x, y), panel.from(x + w, y + h)];
        show(panel, {x: from.x, y: from.y, w: to.x - from.x, h: to.y - from.y});
      }
    }
  });
  svg.addEventListener('pointercancel', () => {
    if (drag) {
      set(drag.panel.box, 'display', 'none');
      drag = null;
    }
  });
  svg.addEventListener('dblclick', showAll);

  // ---- keys and buttons ----

  const step = by => {
    const list = chosen && !hidden.has(chosen.list.series) ? chosen.list : shownLists()[0];
    if (list) {
      const at = chosen && chosen.list === list ? list.points.indexOf(chosen) + by : by > 0 ? 0 : Infinity;
      go(list.points[Math.max(0, Math.min(list.points.length - 1, at))]);
    }
  };
  const go = point => {
    toSight(point);
    choose(point);
  };
  const otherList = by => {
    const all = shownLists();
    if (all.length > 0) {
      const at = chosen ? all.indexOf(chosen.list) : -1;
      const list = all[at < 0 ? 0 : (at + by + all.length) % all.length];
      go(chosen && chosen.list.panel === list.panel ? nearestAlong(list.points, chosen.x) : list.points[0]);
    }
  };
  const panelInHand = () => chosen ? chosen.list.panel : panels[0];
  const enlargeInHand = times => enlarge(panelInHand(), times, times > 1 && chosen ? chosen : null);
  const move = (across, down) => {
    const panel = panelInHand();
    const {x, y, w, h} = panel.view;
    show(panel, {x: x + across * w / 4, y: y + down * h / 4, w, h});
  };
  const keys = {
    ArrowRight: () => step(1),
    ArrowLeft: () => step(-1),
    ArrowDown: () => otherList(1),
    ArrowUp: () => otherList(-1),
    Home: () => step(-Infinity),
    End: () => step(Infinity),
    '+': () => enlargeInHand(2),
    '=': () => enlargeInHand(2),
    '-': () => enlargeInHand(0.5),
    '0': showAll,
    Escape: showAll
  };
  const shifted = {
    ArrowRight: () => move(1, 0),
    ArrowLeft: () => move(-1, 0),
    ArrowDown: () => move(0, 1),
    ArrowUp: () => move(0, -1)
  };
  figure.addEventListener('keydown', event => {
    const act = (event.shiftKey ? shifted[event.key] : null) ?? keys[event.key];
    if (act && !event.ctrlKey && !event.altKey && !event.metaKey) {
      event.preventDefault();
      act();
    }
  });
  document.getElementById('larger').addEventListener('click', () => enlargeInHand(2));
  document.getElementById('smaller').addEventListener('click', () => enlargeInHand(0.5));
  document.getElementById('whole').addEventListener('click', showAll);

  document.querySelectorAll('input[data-name]').forEach(input => {
    input.checked = true;
    input.addEventListener('change', () => {
      const {name} = input.dataset;
      if (input.checked) {
        hidden.delete(name);
      } else {
        hidden.add(name);
      }
      svg.querySelectorAll('[data-series]').forEach(part => {
        if (part.dataset.series === name) {
          set(part, 'display', input.checked ? null : 'none');
        }
      });
      svg.querySelectorAll('[data-entry]').forEach(part => {
        if (part.dataset.entry === name) {
          set(part, 'opacity', input.checked ? null : '0.3');
        }
      });
      if (chosen && hidden.has(chosen.list.series)) {
        choose(null);
      }
    });
  });
  document.querySelectorAll('[data-live]').forEach(part => {
    part.hidden = false;
  });
  figure.tabIndex = 0;
  figure.setAttribute('role', 'application');
  document.getElementById('whole').disabled = true;
})();
