import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router';
import { toast, Toaster } from 'sonner';
import { config } from 'zod';
import './app.css';
import { messageOf } from './api/call.ts';
import { api } from '@plumgate/contract';
import { askEarly, queries } from './api/hooks.ts';
import { router } from './shell/routes.tsx';

// The app's content policy forbids compiling code at run time, which Zod would otherwise try.
config({ jitless: true });

// Screens show what failed where it concerns; whatever none of them took is said here rather than nowhere.
window.addEventListener('unhandledrejection', ({ reason }) => {
  toast.error(messageOf(reason));
});

// Every place but the way in needs these, and would ask only once its own files are there.
if (!/^\/(sign-in|welcome|invitation|new-password)\b/.test(location.pathname)) {
  askEarly(api.session, {});
  askEarly(api.listClients, {});
}

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <RouterProvider router={router} />
      <Toaster
        position="bottom-left"
        toastOptions={{ style: { fontFamily: 'var(--font-sans)' } }}
      />
    </QueryClientProvider>
  </StrictMode>,
);
