import { useSession } from '../../api/hooks.ts';

/** What so many parts of texts cost in words, `about $0.02`; empty where the price is not known. */
export function useTextCost(): (parts: number) => string {
  const price = useSession().data?.agency.textPrice;
  return (parts) => {
    if (!price || parts === 0) return '';
    const { amount, currency } = price;
    const cost = parts * amount;
    const shown = new Intl.NumberFormat('en-US', {
      ...{ style: 'currency', currency },
      maximumFractionDigits: cost < 1 ? 3 : 2,
    });
    return `about ${shown.format(cost)}`;
  };
}
