import { fullName } from './person-from-answers.ts';

/** A person as merge fields see them, without the client's own fields. */
export const personFields = (person: {
  firstName: string;
  lastName: string;
  email: string;
  phone: string;
}) => ({
  first_name: person.firstName,
  last_name: person.lastName,
  name: fullName(person),
  email: person.email,
  phone: person.phone,
});
