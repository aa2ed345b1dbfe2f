import { HtmlValidate } from 'html-validate';

/** What html-validate finds wrong with a page, but for matters of taste. */
export async function htmlProblems(html: string): Promise<string[]> {
  const { results } = await new HtmlValidate({
    extends: ['html-validate:standard'],
    // How an attribute is quoted, written or left empty, and styles that carry a number.
    rules: {
      'attribute-boolean-style': 'off',
      'attribute-empty-style': 'off',
      'attr-quotes': 'off',
      'no-inline-style': 'off',
      'void-style': 'off',
      'doctype-style': 'off',
      'no-trailing-whitespace': 'off',
      'long-title': 'off',
      'no-implicit-button-type': 'off',
      'tel-non-breaking': 'off',
    },
  }).validateString(html);
  return results.flatMap(({ messages }) =>
    messages
      .filter(({ severity }) => severity === 2)
      .map(({ ruleId, message, line }) => `${ruleId} ${line}: ${message}`),
  );
}
