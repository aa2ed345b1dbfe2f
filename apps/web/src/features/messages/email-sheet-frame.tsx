/**
 * An email as its recipient sees it. The sandbox lets nothing in it run or reach the app; its links open beside. Its pictures
 * are fetched from the app, which has them too and loads none from elsewhere.
 */
export const EmailSheetFrame = ({ subject, html }: { subject: string; html: string }) => (
  <iframe
    title={`Message: ${subject}`}
    sandbox="allow-popups allow-popups-to-escape-sandbox"
    srcDoc={`<base target="_blank">${withOwnPictures(html)}`}
    className="min-h-80 w-full flex-1 bg-sheet"
  />
);

/** A mark that tells of opening stays where it is: looking at a message here is no opening of it. */
const withOwnPictures = (html: string): string =>
  html.replace(/ src="https?:\/\/[^/"]+(\/~\/(?:pictures|voucher-code)\/)/g, ' src="$1');
