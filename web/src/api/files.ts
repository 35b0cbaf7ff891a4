/** What to give openapi-fetch for an endpoint that takes one file under `field`. */
export function upload<Field extends string>(field: Field, file: File) {
  return {
    // The schema calls a file's contents a string.
    body: { [field]: file as unknown as string } as Record<Field, string>,
    bodySerializer: () => {
      const form = new FormData();
      form.append(field, file);
      return form;
    },
  };
}

/** Hand the person a file made on this page. */
export function saveFile(name: string, type: string, text: string) {
  const address = URL.createObjectURL(new Blob([text], { type }));
  const link = document.createElement("a");
  link.href = address;
  link.download = name;
  link.click();
  URL.revokeObjectURL(address);
}

/** A cell of a CSV file, in quotes; what a spreadsheet would run as a formula, there or where another
 * delimiter would begin a cell, is made text by an apostrophe, as in the shelf's own file. */
export function csvCell(text: string): string {
  const harmless = text.replace(/(^|[;,\t\r\n])([^\S\t\r\n]*)(?='*[=+\-@\t\r])/g, "$1$2'");
  return `"${harmless.replaceAll('"', '""')}"`;
}
