import { Button } from '@mantine/core'
import { EXPORT_TABLES } from '@mano/contract/exportTables'

/** The hall's data out, in open formats. */
export function Exports() {
  return (
    <div className="block exports">
      <h2 id="files" className="h3">
        Take the data out
      </h2>
      <p className="note">
        Everything as one file of JSON lines makes an empty installation this hall again. Passwords
        and athletes' links stay here. docs/formats.md says what the columns mean.
      </p>
      <div className="row">
        <Button component="a" href="/api/export/hall" download>
          Everything, JSON lines
        </Button>
        <Button component="a" variant="default" href="/api/export/workbook" download>
          All tables, XLSX
        </Button>
      </div>
      <ul className="ex-tables">
        {EXPORT_TABLES.map((t) => (
          <li key={t.id}>
            <a className="lnk" href={`/api/export/table?name=${t.id}`} download>
              {t.name}, CSV
            </a>
          </li>
        ))}
      </ul>
      <p className="note">
        The calendar of an athlete's sessions is on the plan; a record of a pull on its test. Back
        up the whole installation with <b>./mano backup</b>.
      </p>
    </div>
  )
}
