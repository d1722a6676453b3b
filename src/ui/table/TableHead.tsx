type Props = {
  readonly names: readonly string[];
  /** For tables that need no heads to be understood by the eye. */
  readonly unseen?: boolean;
};

/** The head of a table whose columns are named by one word each. */
export function TableHead({ names, unseen = false }: Props) {
  return (
    <thead className={unseen ? 'visually-hidden' : undefined}>
      <tr>
        {names.map((name) => (
          <th key={name} scope="col">
            {name}
          </th>
        ))}
      </tr>
    </thead>
  );
}
