/** Stands for rows of a table that are out of sight, as high as they are together. */
export const GapRow = ({ px }: { readonly px: number }) =>
  px > 0 ? (
    <tr aria-hidden="true">
      {/* One cell, not one over all columns: those that a phone leaves out would come back, empty. */}
      <td style={{ height: px, padding: 0, border: 0 }} />
    </tr>
  ) : null;
