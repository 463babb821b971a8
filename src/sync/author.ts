/** Who is working in this browser: a random client id, and a name if one was given. */
import { nanoid } from 'nanoid';

const CLIENT = 'augerset.client';
const NAME = 'augerset.name';

export interface Author {
  client: string;
  name: string;
}

export function author(): Author {
  let client = localStorage.getItem(CLIENT);
  if (!client) {
    client = nanoid(10);
    localStorage.setItem(CLIENT, client);
  }
  return { client, name: localStorage.getItem(NAME) ?? '' };
}

export const setAuthorName = (name: string): void => localStorage.setItem(NAME, name.slice(0, 80));
