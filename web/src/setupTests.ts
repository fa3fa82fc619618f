import '@testing-library/jest-dom/vitest';
import { cleanup, configure } from '@testing-library/react';
import { afterEach } from 'vitest';

// On a busy machine an answer may take its time; what is wrong stays wrong.
configure({ asyncUtilTimeout: 60_000 });

// All files of a worker share one document: each test leaves it as it was.
afterEach(() => {
  cleanup();
  localStorage.clear();
});

// jsdom lays nothing out, so that there is nothing to scroll to.
Element.prototype.scrollIntoView ??= () => {};
