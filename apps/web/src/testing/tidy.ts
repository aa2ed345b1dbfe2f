import { toast } from 'sonner';

// Notices outlive the screen that gave them, as they should; the next test's must not find them.
afterEach(() => void toast.dismiss());

// jsdom lays nothing out: every screen is a wide one.
globalThis.matchMedia ??= () =>
  ({ matches: false, addEventListener() {}, removeEventListener() {} }) as never;
