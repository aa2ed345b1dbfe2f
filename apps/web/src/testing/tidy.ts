import { toast } from 'sonner';

// Notices outlive the screen that gave them, as they should; the next test's must not find them.
afterEach(() => void toast.dismiss());
