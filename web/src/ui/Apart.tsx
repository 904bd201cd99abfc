/** A build string taken apart: each field under its name, set apart by thin rules. */
export function Apart({
  fields,
}: {
  fields: { field: string; value: string; verdict?: string; says?: string }[];
}) {
  return (
    <dl className="apart">
      {fields.map((each) => (
        <div key={each.field} className={each.verdict === "differs" ? "differs" : ""}>
          <dt>{each.field.replaceAll("-", " ")}</dt>
          <dd className="letter" title={each.says}>
            {each.value}
          </dd>
        </div>
      ))}
    </dl>
  );
}
