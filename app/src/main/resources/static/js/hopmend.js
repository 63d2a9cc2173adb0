// Small conveniences; every page works without them.
(() => {
  'use strict';

  const typing = (e) => e.target.closest('input:not([type=checkbox]):not([type=radio]), textarea, select') !== null;

  // Keys: 1-8 hop, n the next action, g go on, u to the undo button.
  document.addEventListener('keydown', (e) => {
    if (typing(e) || e.ctrlKey || e.metaKey || e.altKey) return;
    if (/^[1-8]$/.test(e.key)) document.querySelector(`[data-hop="${e.key}"]`)?.click();
    else if (e.key === 'n') document.querySelector('[data-next]')?.click();
    else if (e.key === 'g') document.querySelector('[data-onwards]')?.click();
    else if (e.key === 'u') document.querySelector('[data-undo-button]')?.focus();
  });

  // Number pad: writes into the field it stands for.
  document.addEventListener('click', (e) => {
    const key = e.target.closest('[data-key]');
    if (!key) return;
    const form = key.closest('form');
    const last = form.querySelector('input.pad-here') || form.querySelector(`[name="${key.closest('.pad').dataset.padFor}"]`);
    const typed = key.dataset.key;
    if (typed === 'back') last.value = last.value.slice(0, -1);
    else if (typed === '±') last.value = last.value.startsWith('-') ? last.value.slice(1) : '-' + last.value;
    else last.value += typed;
  });
  document.addEventListener('focusin', (e) => {
    if (!e.target.matches('input.big')) return;
    e.target.form?.querySelectorAll('input.pad-here').forEach((i) => i.classList.remove('pad-here'));
    e.target.classList.add('pad-here');
  });

  // A lamp is counted along: press while it is lit. Light and dark are written down in turn.
  const tap = { field: null, since: 0, lit: false };
  const lamp = (button, lit, now) => {
    if (tap.lit === lit) return;
    const field = button.form.querySelector(`[name="${button.dataset.tap}"]`);
    if (tap.since && field.value.trim()) field.value += ` ${Math.round(now - tap.since)}`;
    else if (!lit) field.value = String(Math.round(now - tap.since));
    tap.since = now;
    tap.lit = lit;
    button.classList.toggle('tap-lit', lit);
  };
  document.addEventListener('pointerdown', (e) => { const b = e.target.closest('[data-tap]'); if (b) { e.preventDefault(); b.focus(); lamp(b, true, e.timeStamp); } });
  for (const up of ['pointerup', 'pointercancel']) {
    document.addEventListener(up, (e) => { const b = document.querySelector('.tap-lit'); if (b) lamp(b, false, e.timeStamp); });
  }
  for (const [kind, lit] of [['keydown', true], ['keyup', false]]) {
    document.addEventListener(kind, (e) => {
      if (e.key !== ' ' || !e.target.matches('[data-tap]')) return;
      e.preventDefault();
      if (!e.repeat) lamp(e.target, lit, e.timeStamp);
    });
  }
  document.addEventListener('click', (e) => {
    const clear = e.target.closest('[data-tap-clear]');
    if (!clear) return;
    clear.form.querySelector(`[name="${clear.dataset.tapClear}"]`).value = '';
    tap.since = 0;
  });

  // A place is told by a tap on the drawing, in the drawing's own units.
  document.addEventListener('click', (e) => {
    const svg = e.target.closest('[data-place] svg');
    if (!svg) return;
    const at = new DOMPoint(e.clientX, e.clientY).matrixTransform(svg.getScreenCTM().inverse());
    const plan = svg.closest('[data-place]');
    plan.querySelector('[name=tapX]').value = at.x.toFixed(1);
    plan.querySelector('[name=tapY]').value = at.y.toFixed(1);
    svg.querySelector('.tap-here')?.remove();
    const here = document.createElementNS('http://www.w3.org/2000/svg', 'circle');
    for (const [k, v] of [['class', 'tap-here'], ['cx', at.x], ['cy', at.y], ['r', 14]]) here.setAttribute(k, v);
    svg.append(here);
    plan.dispatchEvent(new Event('change'));
  });

  document.addEventListener('click', (e) => { const b = e.target.closest('[data-fill-name]'); if (b) b.closest('form').querySelector('[name=name]').value = b.dataset.fillName; });

  // A drawing is looked at nearer: buttons, wheel with Ctrl or once it has the focus, two fingers, + - 0 and arrows.
  const zoom = (box, by, at) => {
    const svg = box.querySelector('svg');
    const all = svg.dataset.all || (svg.dataset.all = svg.getAttribute('viewBox'));
    const [, , width, height] = all.split(' ').map(Number);
    let [x, y, w, h] = svg.getAttribute('viewBox').split(' ').map(Number);
    const to = by === 0 ? width : Math.min(width, Math.max(width / 8, w / by));
    const share = at || { x: 0.5, y: 0.5 };
    x += (w - to) * share.x;
    y += (h - to * height / width) * share.y;
    w = to; h = to * height / width;
    look(box, svg, x, y, w, h, width, height);
  };
  const look = (box, svg, x, y, w, h, width, height) => {
    const left = Math.max(0, Math.min(width - w, x));
    const top = Math.max(0, Math.min(height - h, y));
    svg.setAttribute('viewBox', `${left.toFixed(1)} ${top.toFixed(1)} ${w.toFixed(1)} ${h.toFixed(1)}`);
    box.toggleAttribute('data-zoomed', w < width - 1);
  };
  const move = (box, across, down) => {
    const svg = box.querySelector('svg');
    const [, , width, height] = (svg.dataset.all || svg.getAttribute('viewBox')).split(' ').map(Number);
    const [x, y, w, h] = svg.getAttribute('viewBox').split(' ').map(Number);
    look(box, svg, x + across * w, y + down * h, w, h, width, height);
  };
  const shareOf = (box, e) => { const r = box.querySelector('svg').getBoundingClientRect(); return { x: (e.clientX - r.left) / r.width, y: (e.clientY - r.top) / r.height }; };
  const showZoom = () => document.querySelectorAll('.zoom-buttons[hidden]').forEach((b) => { b.hidden = false; });
  showZoom();
  document.addEventListener('htmx:afterSwap', showZoom);
  document.addEventListener('click', (e) => {
    const b = e.target.closest('[data-zoom-by]');
    if (b) zoom(b.closest('[data-zoom]'), Number(b.dataset.zoomBy));
    if (e.target.closest('[data-print]')) window.print();
  });
  document.addEventListener('wheel', (e) => {
    const box = e.target.closest?.('[data-zoom]');
    if (!box || !(e.ctrlKey || e.metaKey || document.activeElement === box)) return;
    e.preventDefault();
    zoom(box, e.deltaY < 0 ? 1.15 : 1 / 1.15, shareOf(box, e));
  }, { passive: false });
  document.addEventListener('keydown', (e) => {
    const box = e.target.closest?.('[data-zoom]');
    if (!box || e.target !== box) return;
    const keys = { '+': () => zoom(box, 1.25), '=': () => zoom(box, 1.25), '-': () => zoom(box, 0.8), 0: () => zoom(box, 0), ArrowLeft: () => move(box, -0.15, 0), ArrowRight: () => move(box, 0.15, 0), ArrowUp: () => move(box, 0, -0.15), ArrowDown: () => move(box, 0, 0.15) };
    if (keys[e.key]) { e.preventDefault(); keys[e.key](); }
  });
  const fingers = new Map();
  let apart = 0;
  document.addEventListener('pointerdown', (e) => { if (e.target.closest?.('[data-zoom] svg')) fingers.set(e.pointerId, e); apart = 0; });
  document.addEventListener('pointermove', (e) => {
    const before = fingers.get(e.pointerId);
    const box = e.target.closest?.('[data-zoom]');
    if (!before || !box) return;
    fingers.set(e.pointerId, e);
    const [one, two] = [...fingers.values()];
    if (two) {
      const now = Math.hypot(one.clientX - two.clientX, one.clientY - two.clientY);
      if (apart) zoom(box, now / apart, shareOf(box, { clientX: (one.clientX + two.clientX) / 2, clientY: (one.clientY + two.clientY) / 2 }));
      apart = now;
    } else if (box.hasAttribute('data-zoomed') && e.buttons) {
      const r = box.querySelector('svg').getBoundingClientRect();
      move(box, (before.clientX - e.clientX) / r.width, (before.clientY - e.clientY) / r.height);
    }
  });
  for (const up of ['pointerup', 'pointercancel']) document.addEventListener(up, (e) => { fingers.delete(e.pointerId); apart = 0; });

  // The sensor in a picture: a tap puts the ring there, dragging moves it; letting go sends it.
  let marking = null;
  const ring = (form, e) => {
    const svg = form.querySelector('svg');
    const at = new DOMPoint(e.clientX, e.clientY).matrixTransform(svg.getScreenCTM().inverse());
    const [, , width, height] = svg.getAttribute('viewBox').split(' ').map(Number);
    const x = Math.max(0, Math.min(width, at.x));
    const y = Math.max(0, Math.min(height, at.y));
    const marker = svg.querySelector('[data-marker]');
    marker.setAttribute('class', 'mark-here');
    marker.setAttribute('transform', `translate(${x.toFixed(0)} ${y.toFixed(0)})`);
    form.querySelector('[name=x]').value = Math.round(1000 * x / width);
    form.querySelector('[name=y]').value = Math.round(1000 * y / height);
  };
  document.addEventListener('pointerdown', (e) => { if (e.target.closest?.('[data-mark] svg') && e.isPrimary) { marking = e.target.closest('[data-mark]'); ring(marking, e); e.preventDefault(); } });
  document.addEventListener('pointermove', (e) => { if (marking) ring(marking, e); });
  document.addEventListener('pointerup', (e) => { if (marking) { const form = marking; marking = null; ring(form, e); form.requestSubmit(); } });
  document.addEventListener('pointercancel', () => { marking = null; });

  // A list of looks: what is fine is ticked at once, what was ticked stays.
  const fine = () => document.querySelectorAll('[data-tick-fine]').forEach((b) => { b.hidden = false; });
  fine();
  document.addEventListener('htmx:afterSwap', fine);
  document.addEventListener('click', (e) => {
    if (!e.target.closest('[data-tick-fine]')) return;
    e.target.closest('form').querySelectorAll('fieldset').forEach((f) => {
      if (!f.querySelector('input:checked')) f.querySelector('.tick-fine input').checked = true;
    });
  });

  // A recording: drawn on a canvas, as far in as one likes; what was found is shaded.
  const traces = new WeakMap();
  const colour = (name) => getComputedStyle(document.documentElement).getPropertyValue(name).trim();
  const short = (v) => (Math.abs(v) >= 1000 || (v !== 0 && Math.abs(v) < 0.01) ? v.toExponential(1) : String(Number(v.toPrecision(3))));
  const paint = (box) => {
    const { shot, marks } = traces.get(box);
    if (!shot) return;
    const canvas = box.querySelector('canvas');
    const width = canvas.width = Math.max(300, Math.round(box.clientWidth * devicePixelRatio));
    const scale = devicePixelRatio;
    const lane = 170 * scale;
    const height = canvas.height = shot.lanes.length * lane + 34 * scale;
    const left = 64 * scale;
    const pen = canvas.getContext('2d');
    const x = (t) => left + ((t - shot.fromS) / (shot.toS - shot.fromS)) * (width - left - 8 * scale);
    pen.clearRect(0, 0, width, height);
    pen.font = `${15 * scale}px "Atkinson Hyperlegible", sans-serif`;
    shot.lanes.forEach((l, k) => {
      const levels = marks.levels.filter((m) => m.column === l.name);
      const all = [...l.lowest, ...l.highest].map(Number).filter(Number.isFinite).concat(levels.map((m) => m.value));
      const low = Math.min(...all);
      const high = Math.max(...all);
      const span = high - low || 1;
      const top = k * lane + 26 * scale;
      const y = (v) => top + (1 - (v - low) / span) * (lane - 42 * scale);
      pen.fillStyle = colour('--paper');
      pen.fillRect(left, top - 4 * scale, width - left - 8 * scale, lane - 34 * scale);
      pen.fillStyle = colour('--next');
      pen.globalAlpha = 0.55;
      marks.spans.forEach((m) => { if (m.to >= shot.fromS && m.from <= shot.toS) pen.fillRect(Math.max(left, x(m.from) - scale), top - 4 * scale, Math.max(3 * scale, x(Math.min(m.to, shot.toS)) - Math.max(left, x(m.from))), lane - 34 * scale); });
      pen.globalAlpha = 1;
      pen.strokeStyle = colour('--ink-2');
      pen.fillStyle = colour('--ink-2');
      pen.lineWidth = scale;
      levels.forEach((m) => { pen.setLineDash([6 * scale, 5 * scale]); pen.beginPath(); pen.moveTo(left, y(m.value)); pen.lineTo(width - 8 * scale, y(m.value)); pen.stroke(); pen.setLineDash([]); });
      pen.strokeStyle = colour('--water');
      pen.lineWidth = 1.6 * scale;
      pen.beginPath();
      let drawn = false;
      l.lowest.forEach((v, i) => {
        const a = Number(v);
        const b = Number(l.highest[i]);
        if (!Number.isFinite(a)) return;
        const at = left + (i / (l.lowest.length - 1)) * (width - left - 8 * scale);
        if (drawn) pen.lineTo(at, y(a)); else pen.moveTo(at, y(a));
        if (b !== a) pen.lineTo(at, y(b));
        drawn = true;
      });
      pen.stroke();
      pen.textAlign = 'right';
      levels.forEach((m) => {
        const at = Math.max(top + 12 * scale, y(m.value) - 4 * scale);
        const wide = pen.measureText(m.name).width;
        pen.fillStyle = colour('--card');
        pen.globalAlpha = 0.9;
        pen.fillRect(width - 18 * scale - wide, at - 14 * scale, wide + 10 * scale, 18 * scale);
        pen.globalAlpha = 1;
        pen.fillStyle = colour('--ink');
        pen.fillText(m.name, width - 13 * scale, at);
      });
      pen.fillStyle = colour('--ink');
      pen.textAlign = 'left';
      pen.fillText(l.unit ? `${l.name} (${l.unit})` : l.name, left, top - 9 * scale);
      pen.textAlign = 'right';
      pen.fillText(short(high), left - 6 * scale, top + 10 * scale);
      pen.fillText(short(low), left - 6 * scale, y(low));
    });
    pen.textAlign = 'left';
    pen.fillText(`${short(shot.fromS)} s`, left, height - 10 * scale);
    pen.textAlign = 'right';
    pen.fillText(`${short(shot.toS)} s`, width - 8 * scale, height - 10 * scale);
    box.querySelector('[data-trace-says]').textContent = `${short(shot.toS - shot.fromS)} of ${short(shot.wholeS)} s${marks.spans.length ? `, ${marks.spans.length} marked` : ''}. Drag to move, wheel or two fingers to look closer.`;
  };
  const showStretch = async (box, from, to) => {
    const trace = traces.get(box);
    const asked = trace.asked = (trace.asked || 0) + 1;
    const columns = Math.min(1600, Math.max(300, Math.round(box.clientWidth * devicePixelRatio)));
    const answer = await fetch(`${box.dataset.src}&from=${from}&to=${to}&columns=${columns}`);
    if (!answer.ok || trace.asked !== asked) return;
    trace.shot = await answer.json();
    box.dataset.from = trace.shot.fromS;
    box.dataset.to = trace.shot.toS;
    paint(box);
  };
  const traceZoom = (box, factor, share = 0.5) => {
    const { shot } = traces.get(box);
    const span = Math.min(shot.wholeS, (shot.toS - shot.fromS) * factor);
    const from = Math.max(0, shot.fromS + share * (shot.toS - shot.fromS - span));
    showStretch(box, from, from + span);
  };
  const tracePan = (box, share) => {
    const { shot } = traces.get(box);
    const span = shot.toS - shot.fromS;
    const from = Math.max(0, Math.min(shot.wholeS - span, shot.fromS + share * span));
    showStretch(box, from, from + span);
  };
  const traceNext = (box) => {
    const { shot, marks } = traces.get(box);
    const middle = (shot.fromS + shot.toS) / 2;
    const next = marks.spans.find((m) => (m.from + m.to) / 2 > middle + 1e-9) || marks.spans[0];
    const span = Math.min(shot.wholeS, Math.max(8 * (next.to - next.from), shot.wholeS / 400));
    showStretch(box, Math.max(0, (next.from + next.to - span) / 2), (next.from + next.to + span) / 2);
  };
  const recordings = () => document.querySelectorAll('[data-trace]').forEach((box) => {
    if (traces.has(box)) return;
    const marks = JSON.parse(box.dataset.marks);
    marks.spans.sort((a, b) => a.from - b.from);
    traces.set(box, { marks });
    box.querySelector('[data-trace-next]').hidden = !marks.spans.length;
    showStretch(box, 0, 0);
  });
  recordings();
  document.addEventListener('htmx:afterSwap', recordings);
  window.addEventListener('resize', () => document.querySelectorAll('[data-trace]').forEach(paint));
  document.addEventListener('click', (e) => {
    const b = e.target.closest('[data-trace] button');
    const box = b?.closest('[data-trace]');
    if (!box || !traces.get(box).shot) return;
    if (b.dataset.traceZoom) traceZoom(box, Number(b.dataset.traceZoom));
    else if (b.dataset.tracePan) tracePan(box, Number(b.dataset.tracePan));
    else if (b.hasAttribute('data-trace-next')) traceNext(box);
    else showStretch(box, 0, 0);
  });
  document.addEventListener('keydown', (e) => {
    const box = e.target.matches?.('[data-trace] canvas') && e.target.closest('[data-trace]');
    if (!box) return;
    const keys = { '+': () => traceZoom(box, 0.5), '=': () => traceZoom(box, 0.5), '-': () => traceZoom(box, 2), 0: () => showStretch(box, 0, 0), ArrowLeft: () => tracePan(box, -0.25), ArrowRight: () => tracePan(box, 0.25) };
    if (keys[e.key]) { e.preventDefault(); keys[e.key](); }
  });
  document.addEventListener('wheel', (e) => {
    const box = e.target.closest?.('[data-trace]');
    if (!box || e.target.tagName !== 'CANVAS') return;
    e.preventDefault();
    const r = e.target.getBoundingClientRect();
    traceZoom(box, e.deltaY > 0 ? 1.4 : 0.7, (e.clientX - r.left) / r.width);
  }, { passive: false });
  const held = new Map();
  document.addEventListener('pointerdown', (e) => { if (e.target.matches?.('[data-trace] canvas')) { held.set(e.pointerId, e.clientX); e.target.setPointerCapture(e.pointerId); } });
  document.addEventListener('pointermove', (e) => {
    if (!held.has(e.pointerId) || !e.target.matches?.('[data-trace] canvas')) return;
    const box = e.target.closest('[data-trace]');
    const before = held.get(e.pointerId);
    const others = [...held].filter(([id]) => id !== e.pointerId).map(([, at]) => at);
    const width = e.target.getBoundingClientRect().width;
    if (Math.abs(e.clientX - before) < 8) return;
    held.set(e.pointerId, e.clientX);
    if (others.length) traceZoom(box, Math.max(0.3, Math.min(3, Math.abs(before - others[0]) / Math.max(20, Math.abs(e.clientX - others[0])))));
    else tracePan(box, (before - e.clientX) / width);
  });
  for (const up of ['pointerup', 'pointercancel']) document.addEventListener(up, (e) => held.delete(e.pointerId));

  // A report is dropped on its field.
  document.addEventListener('dragover', (e) => { const f = e.target.closest?.('[data-drop]'); if (f) { e.preventDefault(); f.classList.add('dragging'); } });
  document.addEventListener('dragleave', (e) => { e.target.closest?.('[data-drop]')?.classList.remove('dragging'); });
  document.addEventListener('drop', async (e) => {
    const field = e.target.closest?.('[data-drop]');
    if (!field || !e.dataTransfer.files.length) return;
    e.preventDefault();
    field.classList.remove('dragging');
    const file = e.dataTransfer.files[0];
    if (file.size > 6_000_000) { trouble('The file is larger than 5 MB. Send the part with the codes.'); return; }
    field.value = await file.text();
  });

  // Times left count down; the server keeps the truth. The title carries the first of them, and says when it is over.
  let plain = document.title;
  let shown = plain;
  const told = new Set();
  const sound = () => {
    const bell = document.querySelector('[data-ring]');
    if (!bell || bell.dataset.ring !== 'on' || !window.AudioContext) return;
    const played = new AudioContext();
    [0, 0.5, 1].forEach((at) => {
      const tone = played.createOscillator();
      const loud = played.createGain();
      tone.frequency.value = 660;
      loud.gain.setValueAtTime(0.0001, played.currentTime + at);
      loud.gain.exponentialRampToValueAtTime(0.12, played.currentTime + at + 0.03);
      loud.gain.exponentialRampToValueAtTime(0.0001, played.currentTime + at + 0.35);
      tone.connect(loud).connect(played.destination);
      tone.start(played.currentTime + at);
      tone.stop(played.currentTime + at + 0.4);
    });
  };
  const words = (left) => (left >= 120 ? `${Math.ceil(left / 60)} min` : `${left} s`);
  setInterval(() => {
    document.querySelectorAll('[data-seconds]').forEach((el) => {
      const left = Math.max(0, Number(el.dataset.seconds) - 1);
      el.dataset.seconds = left;
      el.textContent = words(left);
    });
    const waits = [...document.querySelectorAll('.foot-wait')];
    const left = waits.map((w) => Number(w.querySelector('[data-seconds]')?.dataset.seconds || 0));
    const over = waits.some((w, i) => left[i] === 0);
    const next = Math.min(...left.filter((l) => l > 0));
    // Whoever changed it meanwhile has turned to another page.
    if (document.title !== shown) plain = document.title;
    shown = over ? `\u25cf Time is up: ${plain}` : Number.isFinite(next) ? `${words(next)}: ${plain}` : plain;
    if (document.title !== shown) document.title = shown;
    waits.forEach((w, i) => {
      const name = w.dataset.wait;
      if (left[i] > 0) { told.delete(name); w.dataset.ran = 'yes'; }
      else if (w.dataset.ran === 'yes' && !told.has(name)) { told.add(name); sound(); }
    });
  }, 1000);

  // Whether it rings is remembered by the device; a sound needs one press first.
  const bell = (button, on) => {
    button.dataset.ring = on ? 'on' : 'off';
    button.setAttribute('aria-pressed', String(on));
    button.hidden = false;
  };
  const bells = () => document.querySelectorAll('[data-ring]').forEach((b) => bell(b, localStorage.getItem('ring') === 'on'));
  bells();
  document.addEventListener('htmx:afterSwap', bells);
  document.addEventListener('click', (e) => {
    const b = e.target.closest('[data-ring]');
    if (!b) return;
    localStorage.setItem('ring', b.dataset.ring === 'on' ? 'off' : 'on');
    bells();
    if (b.dataset.ring === 'on') sound();
  });

  // A running routine is asked again every few seconds while the page is open.
  setInterval(() => {
    const form = document.querySelector('form[data-again]');
    if (form && !document.querySelector('.htmx-request') && !document.querySelector('.general-problem')) form.requestSubmit();
  }, 3000);

  // While a vehicle is asked, the page says what it is asked, and can stop it.
  document.addEventListener('submit', (e) => {
    const box = document.querySelector('[data-link-now]');
    if (!box || !e.target.querySelector('[name=gateway]') || e.target.dataset.again) return;
    const look = setInterval(async () => {
      if (!document.body.contains(box)) { clearInterval(look); return; }
      // Where nobody answers, the form itself says so.
      const answer = await fetch(box.dataset.linkNow).catch(() => null);
      const says = answer?.ok ? (await answer.text()).trim() : '';
      const stopping = box.contains(document.activeElement);
      if (says && !stopping) { box.innerHTML = says; window.htmx.process(box); }
      box.hidden = !says;
    }, 700);
    document.addEventListener('htmx:afterSettle', () => { clearInterval(look); box.hidden = true; }, { once: true });
  });

  // A button that was pressed is not pressed twice while its answer is on the way.
  document.addEventListener('submit', (e) => {
    const button = e.submitter;
    if (button) setTimeout(() => { button.setAttribute('aria-busy', 'true'); }, 0);
  });
  document.addEventListener('htmx:afterRequest', () => {
    document.querySelectorAll('[aria-busy]').forEach((b) => b.removeAttribute('aria-busy'));
  });
  document.addEventListener('htmx:beforeRequest', (e) => {
    if (e.detail.elt.querySelector?.('[aria-busy]') && e.detail.elt.dataset.sending) e.preventDefault();
    else if (e.detail.elt.tagName === 'FORM') e.detail.elt.dataset.sending = 'yes';
  });

  // The page of the open interface: sends what was typed and shows the answer as it came.
  document.addEventListener('submit', async (e) => {
    const form = e.target.closest('form[data-api]');
    if (!form) return;
    e.preventDefault();
    const [method, path] = form.dataset.api.split(' ');
    const typed = form.querySelector('[name=it]').value;
    const kind = form.dataset.apiBody;
    const request = { method, headers: {} };
    if (kind === 'codes') { request.headers['Content-Type'] = 'application/json'; request.body = JSON.stringify({ codes: typed.split('\n').filter((l) => l.trim()) }); }
    if (kind === 'text') { request.headers['Content-Type'] = 'text/plain;charset=utf-8'; request.body = typed; }
    const answer = await fetch(kind ? path : path + encodeURIComponent(typed.trim()), request);
    const text = await answer.text();
    document.getElementById('api-status').textContent = `Status ${answer.status}, ${answer.headers.get('Content-Type')}`;
    let shown = text;
    try { shown = JSON.stringify(JSON.parse(text), null, 2); } catch { /* shown as it came */ }
    document.getElementById('api-answer').textContent = shown;
    form.querySelector('[aria-busy]')?.removeAttribute('aria-busy');
  });

  // What is typed to find a card is sent as the words to search for.
  document.addEventListener('htmx:configRequest', (e) => {
    const as = e.detail.elt.dataset?.searchAs;
    if (as) e.detail.parameters = { [as]: e.detail.elt.value.replaceAll('-', ' ') };
  });

  const trouble = (words) => {
    const box = document.getElementById('trouble');
    box.textContent = words;
    box.hidden = false;
    document.querySelectorAll('form[data-sending]').forEach((f) => delete f.dataset.sending);
  };
  document.addEventListener('htmx:sendError', () => trouble('The server cannot be reached. What was confirmed is safe; send it again when the connection is back.'));
  document.addEventListener('htmx:responseError', (e) => {
    if (e.detail.xhr.status === 401) location.assign('/sign-in');
    else if (e.detail.xhr.status === 403) trouble('The session has ended or your role may not do this. Load the page again.');
    else trouble('The server could not do this just now. Nothing was recorded by this step; send it again in a moment.');
  });
  document.addEventListener('htmx:afterSwap', () => { document.getElementById('trouble').hidden = true; });
})();
