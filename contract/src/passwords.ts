/**
 * Passwords of ten characters and more that are tried first, in small letters without what stands
 * between: from memory, no source.
 */
const COMMON: ReadonlySet<string> = new Set(
  `1234567890 0123456789 0987654321 9876543210 1122334455 1231231231 1234512345 1234554321
   qwertyuiop qwerty1234 qwerty12345 qwerty123456 1q2w3e4r5t 1qaz2wsx3edc q1w2e3r4t5 asdfghjkl1
   zxcvbnm123 password12 password123 password1234 passwordpassword mypassword mypassword1
   newpassword changeme123 changeme1234 letmein123 letmein1234 welcome123 welcome1234
   administrator admin12345 iloveyou12 iloveyou123 sunshine123 princess123 football123
   baseball123 superman123 trustno1trustno1 whatever123 computer123 internet123 secret1234
   topsecret1 abcdefghij abcd123456 abc1234567 climbing123 strength123 fitness123 training123
   testtest12 testtest123 temporary1 temppassword`
    .split(/\s+/)
    .filter((w) => w !== ''),
)
/** Fewer different characters than this are no password, however many there are: own rule. */
const LEAST_DIFFERENT = 5
const LEAST_BESIDE = 6

const plain = (text: string): string => text.toLowerCase().replace(/[\s._\-!@#$*]/g, '')
/** Every character follows the one before it, up or down: `abcdefghijk`, `9876543210`. */
const isRun = (text: string): boolean => {
  const steps = [...text].slice(1).map((c, i) => c.charCodeAt(0) - text.charCodeAt(i))
  return steps.length > 0 && (steps.every((s) => s === 1) || steps.every((s) => s === -1))
}

/**
 * Why a password is no good although it is long enough, in a sentence; null: it is fine. `about`:
 * what anybody knows of who it is for, such as the sign-in name. Length over rules of characters
 * (NIST SP 800-63B, section 5.1.1.2, read from memory): nothing asks for a digit or a sign.
 */
export function passwordProblem(password: string, about: readonly string[] = []): string | null {
  const p = plain(password)
  if (new Set(p).size < LEAST_DIFFERENT) return 'the password has too few different characters'
  if (COMMON.has(p) || isRun(p)) return 'the password is one that is tried first'
  for (const word of about.map(plain).filter((w) => w.length >= 3))
    if (p.includes(word) && p.replaceAll(word, '').length < LEAST_BESIDE)
      return 'the password is hardly more than a name'
  return null
}
