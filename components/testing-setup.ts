import 'fake-indexeddb/auto';
import { cleanup, configure } from '@testing-library/react';
import { afterEach, vi } from 'vitest';

// A busy machine is no reason to fail.
configure({ asyncUtilTimeout: 20_000 });

// Nothing is laid out here, so nothing can be brought into view.
Element.prototype.scrollIntoView = () => {};

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
