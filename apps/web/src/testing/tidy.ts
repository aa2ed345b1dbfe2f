import { configure } from '@testing-library/react';
import { toast } from 'sonner';
import { saveAllNow } from '../features/editor/local-draft.ts';

// A screen of several panels takes over a second to draw on a busy machine: the library's own limit.
configure({ asyncUtilTimeout: 10_000 });

// Notices outlive the screen that gave them, as they should; the next test's must not find them.
afterEach(() => void toast.dismiss());

// What was typed into an editor is written down a moment later: never for the next test.
afterEach(() => {
  saveAllNow();
  localStorage.clear();
});

// jsdom lays nothing out: every screen is a wide one.
globalThis.matchMedia ??= () =>
  ({ matches: false, addEventListener() {}, removeEventListener() {} }) as never;
