import { usePage, type BlockView } from '../page-context.ts';
import { Words } from '../words.tsx';
import { usePageStrings } from '../page-strings.ts';

export const yourBooking: BlockView<'your-booking'> = {
  css: `
.their-booking{background:var(--paper);color:var(--on-paper);border:1px solid #0002;border-radius:calc(var(--corner)*1.4);padding:clamp(20px,3cqi,32px);display:grid;gap:8px}
.their-booking p{margin:0}
.their-booking .when{font-family:var(--title-face);font-size:1.5rem;line-height:1.25;font-weight:680}
.their-booking .ways{display:flex;flex-wrap:wrap;gap:12px 20px;align-items:center;margin-top:8px}
.their-booking .ways a:not(.press){color:inherit}`,
  View: function YourBooking({ block }) {
    const { booking, editing } = usePage();
    const { booking: strings } = usePageStrings();
    if (!booking) return null;
    return (
      <div className="their-booking">
        {(block.title || editing) && (
          <p>
            <Words part={block.id} setting="title" text={block.title} />
          </p>
        )}
        <p className="when">{booking.when}</p>
        {booking.where && <p>{booking.where}</p>}
        <p className="ways">
          <a className="press outline" href={booking.file}>
            {strings.file}
          </a>
          <a href={booking.change}>{strings.change}</a>
        </p>
      </div>
    );
  },
};
