/** The name under which the DNS stand-in is injected; null where a real resolver is asked. */
export const DNS_STAND_IN = Symbol('DNS stand-in');
