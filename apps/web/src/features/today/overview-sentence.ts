import type { ClientOverview } from '@plumgate/contract';
import { wholeMoney } from '../../ui/whole-money.ts';

/** All clients in a sentence: who waits, how many leads, how that was before, what was booked and won. */
export function overviewSentence(clients: readonly ClientOverview[], days: string): string {
  const sum = (of: (one: ClientOverview) => number) =>
    clients.reduce((total, one) => total + of(one), 0);
  const count = (number: number) => number.toLocaleString('en-US');
  const [waiting, overdue] = [sum((one) => one.waiting), sum((one) => one.overdue)];
  const [leads, before] = [sum((one) => one.leads), sum((one) => one.leadsBefore)];
  const waits =
    waiting === 0
      ? 'Nobody is waiting'
      : `${count(waiting)} ${waiting === 1 ? 'lead is' : 'leads are'} waiting, ${overdue === 0 ? 'none' : count(overdue)} beyond the promise`;
  const more = leads - before;
  const change =
    more === 0
      ? `as many as in the ${days} days before`
      : `${count(Math.abs(more))} ${more > 0 ? 'more' : 'fewer'} than in the ${days} days before`;
  const parts = [`${count(leads)} ${leads === 1 ? 'lead' : 'leads'} in ${days} days, ${change}`];
  const booked = sum((one) => one.booked);
  if (booked > 0) parts.push(`${count(booked)} booked`);
  const won = wonWords(clients);
  if (won) parts.push(`${won} won`);
  return `${waits}. ${parts.join('; ')}.`;
}

/** Money of one kind is added up; different kinds stand beside each other. */
function wonWords(clients: readonly ClientOverview[]): string {
  const sums = new Map<string, number>();
  for (const { won, client } of clients)
    if (won > 0) sums.set(client.currency, (sums.get(client.currency) ?? 0) + won);
  return [...sums].map(([currency, amount]) => wholeMoney(amount, currency)).join(' and ');
}
