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
  const lamp = (button, lit) => {
    if (tap.lit === lit) return;
    const now = performance.now();
    const field = button.form.querySelector(`[name="${button.dataset.tap}"]`);
    if (tap.since && field.value.trim()) field.value += ` ${Math.round(now - tap.since)}`;
    else if (!lit) field.value = String(Math.round(now - tap.since));
    tap.since = now;
    tap.lit = lit;
    button.classList.toggle('tap-lit', lit);
  };
  document.addEventListener('pointerdown', (e) => { const b = e.target.closest('[data-tap]'); if (b) { e.preventDefault(); b.focus(); lamp(b, true); } });
  for (const up of ['pointerup', 'pointercancel']) {
    document.addEventListener(up, () => { const b = document.querySelector('.tap-lit'); if (b) lamp(b, false); });
  }
  for (const [kind, lit] of [['keydown', true], ['keyup', false]]) {
    document.addEventListener(kind, (e) => {
      if (e.key !== ' ' || !e.target.matches('[data-tap]')) return;
      e.preventDefault();
      if (!e.repeat) lamp(e.target, lit);
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
    plan.dispatchEvent(new Event('change'));
  });

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

  // Times left count down; the server keeps the truth.
  setInterval(() => {
    document.querySelectorAll('[data-seconds]').forEach((el) => {
      const left = Math.max(0, Number(el.dataset.seconds) - 1);
      el.dataset.seconds = left;
      el.textContent = left >= 120 ? `${Math.ceil(left / 60)} min` : `${left} s`;
    });
  }, 1000);

  // A running routine is asked again every few seconds while the page is open.
  setInterval(() => {
    const form = document.querySelector('form[data-again]');
    if (form && !document.querySelector('.htmx-request') && !document.querySelector('.general-problem')) form.requestSubmit();
  }, 3000);

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
