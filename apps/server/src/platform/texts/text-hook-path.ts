/** Where the text gateway tells of what people answer. */
export const textHookPath = '/hooks/texts';
