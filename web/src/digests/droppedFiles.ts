const MOST = 500;

/** The files of a drop, those in dropped folders included. */
export async function droppedFiles(data: DataTransfer): Promise<File[]> {
  const entries = [...data.items]
    .map((item) => item.webkitGetAsEntry?.())
    .filter((entry) => entry !== null && entry !== undefined);
  if (entries.length === 0) return [...data.files].slice(0, MOST);
  const found: File[] = [];
  for (const entry of entries) await walk(entry, found);
  return found;
}

async function walk(entry: FileSystemEntry, found: File[]): Promise<void> {
  if (found.length >= MOST) return;
  if (entry.isFile) {
    found.push(
      await new Promise<File>((done, fail) => (entry as FileSystemFileEntry).file(done, fail)),
    );
    return;
  }
  const reader = (entry as FileSystemDirectoryEntry).createReader();
  for (;;) {
    const some = await new Promise<FileSystemEntry[]>((done, fail) =>
      reader.readEntries(done, fail),
    );
    if (some.length === 0) return;
    for (const each of some) await walk(each, found);
  }
}
