/** An email as its recipient sees it. The sandbox lets nothing in it run or reach the app; its links open beside. */
export const EmailSheetFrame = ({ subject, html }: { subject: string; html: string }) => (
  <iframe
    title={`Message: ${subject}`}
    sandbox="allow-popups allow-popups-to-escape-sandbox"
    srcDoc={`<base target="_blank">${html}`}
    className="min-h-80 w-full flex-1 bg-sheet"
  />
);
