export * from './render-email.tsx';
