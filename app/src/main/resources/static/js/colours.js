// Light or dark as the device has it, before anything is drawn, until a person chooses.
(() => {
  'use strict';
  const root = document.documentElement;
  const dark = window.matchMedia('(prefers-color-scheme: dark)');
  const follow = () => {
    if (root.dataset.followsDevice) root.dataset.bsTheme = dark.matches ? 'dark' : 'light';
  };
  follow();
  dark.addEventListener('change', follow);
})();
