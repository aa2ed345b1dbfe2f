/** The UID of a booking in calendar files: the same forever, by which calendar programs know it again (RFC 5545, 3.8.4.7). */
export const bookingUid = (id: string): string => `${id}@plumgate`;
