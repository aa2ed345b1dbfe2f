import { usePage, type BlockView } from '../page-context.ts';

export const code: BlockView<'code'> = {
  css: `.code-frame{display:block;width:100%;border:0}`,
  View: function Code({ block }) {
    const page = usePage();
    const from = page.codeFrame
      ? { src: page.codeFrame(block.id), sandbox: 'allow-scripts allow-forms allow-popups' }
      : { srcDoc: block.html, sandbox: '' };
    return (
      <iframe
        className="code-frame"
        title="Embedded content"
        loading="lazy"
        style={{ height: block.height }}
        {...from}
      />
    );
  },
};
