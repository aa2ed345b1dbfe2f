/** The header by which a file is saved under its name and never shown (RFC 6266, in the encoding of RFC 8187). */
export const attachment = (name: string): string =>
  `attachment; filename*=UTF-8''${encodeURIComponent(name).replace(/['()*]/g, percent)}`;

const percent = (character: string): string =>
  `%${character.charCodeAt(0).toString(16).toUpperCase()}`;
