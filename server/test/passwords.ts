/** Of the two roles of a test's database. */
export const PASSWORDS = { owner: 'test-owner', app: 'test-app' }
