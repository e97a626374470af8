import { clockFrom, readRights } from '../api/config'
import { prepare } from '../prepare'

// Run by the start command before each first start: the server itself never holds these rights.
const now = clockFrom(process.env['MANO_NOW'] ?? null)()
process.stdout.write(await prepare(readRights(process.env), now))
