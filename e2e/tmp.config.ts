import base from './playwright.config'
export default { ...base, projects: [{ name: 'tmp', testMatch: /tmpshot\.ts/, use: { ...(base.projects![0]!.use) } }] }
