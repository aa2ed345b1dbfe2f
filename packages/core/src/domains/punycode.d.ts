/** The package's own file: `punycode` alone is what Node has by that name, and warns of. */
declare module 'punycode/punycode.js' {
  const punycode: {
    /** A host name as people read it: labels that begin with `xn--` are decoded. Throws for one that can't be. */
    toUnicode(name: string): string;
  };
  export default punycode;
}
