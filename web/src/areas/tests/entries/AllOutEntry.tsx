/** Critical force cannot be typed: it is read from a record. */
export function AllOutEntry() {
  return (
    <p className="blank">
      This test is taken by a force instrument. Choose one under Instrument, or read a record from a
      file.
    </p>
  )
}
