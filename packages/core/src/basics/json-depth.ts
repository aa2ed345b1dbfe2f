/**
 * Whether JSON nests deeper than `maxDepth`, found without parsing it: what walks the parsed value afterwards (a schema,
 * a renderer) calls itself for each level, and five million of them end the stack. Brackets in strings don't count.
 */
export function isDeeperThan(json: string, maxDepth: number): boolean {
  let depth = 0;
  let inString = false;
  for (let at = 0; at < json.length; at++) {
    const code = json.charCodeAt(at);
    if (inString) {
      if (code === backslash) at++;
      else if (code === quote) inString = false;
    } else if (code === quote) inString = true;
    else if (code === openBracket || code === openBrace) {
      if (++depth > maxDepth) return true;
    } else if (code === closeBracket || code === closeBrace) depth--;
  }
  return false;
}

const [quote, backslash] = [34, 92];
const [openBracket, closeBracket, openBrace, closeBrace] = [91, 93, 123, 125];

/** Deeper than any document of ours: a page's rich text reaches about fifteen levels. */
export const maxJsonDepth = 64;
