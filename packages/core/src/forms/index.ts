export * from './form.ts';
export * from './email.ts';
export * from './email-correction.ts';
export * from './read-answers.ts';
export * from './sample-answers.ts';
export * from './form-format.ts';
