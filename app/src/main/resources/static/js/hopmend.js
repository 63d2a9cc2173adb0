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
