// Errors of files and disks as a sentence that says what to do.

const WORDS = {
  ENOSPC: (where) => `The disk is full${where}. Make room, then start again: your data stays.`,
  EDQUOT: (where) => `The disk quota is used up${where}. Make room, then start again: your data stays.`,
  EROFS: (where) =>
    `This folder can only be read${where}. Copy Verger to a disk that can be written, or name another folder for its data in VERGER_FOLDER.`,
  EACCES: (where) =>
    `This user may not write here${where}. Start as the folder's owner, or give it to yourself: sudo chown -R $(id -un):$(id -gn) the folder.`,
}

/** What to tell of an error that ends a command. */
export function inWords(error) {
  const say = WORDS[error.code]
  if (say) return say(error.path ? ` (${error.path})` : '')
  const output = `${error.output ?? ''}${error.message}`
  if (/No space left on device/.test(output)) return WORDS.ENOSPC('')
  if (/Read-only file system/.test(output)) return WORDS.EROFS('')
  return error.message
}
