import { and, sql, type SQL } from 'drizzle-orm';
import { likeWords } from '../../platform/database/like-words.ts';
import { people, personTags } from '../../records/people/table.ts';

/** Of people: every word of a search is found, in a name, an email address, a number or a tag. */
export const matchingPeople = (search: string): SQL | undefined =>
  and(
    ...likeWords(search).map(
      (like) =>
        sql`(${people.searchText} like ${like} or exists (select 1 from ${personTags} where ${personTags.personId} = ${people.id} and ${personTags.tag} like ${like}))`,
    ),
  );
