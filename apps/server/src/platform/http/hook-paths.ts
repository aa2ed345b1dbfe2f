/** Where the text gateway and the mail server's webhook tell of what people answer. */
export const hookPaths = { texts: '/hooks/texts', mail: '/hooks/mail' } as const;
