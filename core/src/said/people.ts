type Text = string | number | null | undefined;

/** People, their roles and how they get in. */
export const PEOPLE = {
  // core/src/people/passwords.ts
  'people.enter-a-password': 'Enter a password.',
  'people.a-password-has-at-least-characters': (p: { SHORTEST_PASSWORD: Text }) =>
    `Password must be at least ${p.SHORTEST_PASSWORD} characters. Three or four words are easy to remember.`,
  'people.a-password-has-at-most-200': 'Password must be at most 200 characters.',
  'people.enter-a-pin': 'Enter a PIN.',
  'people.this-pin-is-the-first-one': 'This PIN is too easy to guess. Choose another.',
  // core/src/people/roles.ts
  'people.owner': 'Owner',
  'people.everything-including-people-settings-and-bac':
    'Everything, including people, settings and backups.',
  'people.planner': 'Planner',
  'people.jobs-plans-products-and-systems-and':
    'Jobs, plans, products and systems, and everything on the floor.',
  'people.log-work-mix-paint-count-stock': 'Log work, mix paint, count stock, tick off hardware, add photos.',
  'people.read-only': 'Read-only',
  'people.look-at-everything-change-nothing': 'Look at everything, change nothing.',
};
