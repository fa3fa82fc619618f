import '@testing-library/jest-dom/vitest';
import { cleanup } from '@testing-library/react';
import { afterEach } from 'vitest';

// All files of a worker share one document: each test leaves it as it was.
afterEach(() => {
  cleanup();
  localStorage.clear();
});
