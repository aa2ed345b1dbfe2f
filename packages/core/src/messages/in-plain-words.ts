/**
 * A template as a person reads it who will never see its merge code: a field is its fallback, or its name in brackets.
 * `Hello {{ person.first_name | default: "there" }}` is `Hello there`, `{{ client.name }}` is `[name]`; other code is left out.
 */
export const inPlainWords = (template: string): string =>
  template.replace(/\{%.*?%\}/gs, '').replace(/\{\{(.*?)\}\}/gs, (_whole, code: string) => {
    const fallback = /\|\s*default:\s*(?:"([^"]*)"|'([^']*)')/.exec(code);
    if (fallback) return fallback[1] ?? fallback[2] ?? '';
    const path = /[\w.]+/.exec(code)?.[0] ?? '';
    return `[${path.split('.').at(-1)!.replaceAll('_', ' ')}]`;
  });
