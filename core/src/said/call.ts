/** Calls that the server does not take as they are. */
export const CALL = {
  // core/src/api/routes/keeping.ts
  'call.enter-the-code': 'Enter the code.',
  'call.write-a-whole-number-of-days': 'Days must be a whole number, such as 60.',
  'call.a-link-holds-at-least-a': 'A link must last at least one day.',
  'call.a-link-holds-at-most-730': 'A link can last at most 730 days.',
  // core/src/api/routes/log.ts
  'call.a-withdrawal-must-name-the-entry': 'A withdrawal must name the entry it withdraws.',
  // core/src/api/routes/pieces.ts
  'call.send-at-least-one-piece': 'Send at least one piece.',
  // core/src/api/routes/session.ts
  'call.enter-your-name': 'Enter your name.',
  'call.enter-your-password': 'Enter your password.',
  'call.a-pin-is-4-to-6': 'A PIN is 4 to 6 digits.',
  'call.enter-the-password-you-have-now': 'Enter your current password.',
  // core/src/api/routes/products.ts
  'call.a-test-piece-that-held-says': 'A test panel that held means yes; one that failed means no.',
  // core/src/api/routes/zones.ts
  'call.a-sequence-has-at-least-one': 'A sequence has at least one step.',
  // core/src/api/shapes/route.ts
  'call.page-not-found': 'Page not found.',
  // core/src/api/shapes/shop.ts
  'call.this-is-no-time-zone-of': 'Enter a time zone such as Europe/London or America/Chicago.',
};
