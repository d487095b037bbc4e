/** What fields hold that is not saved yet, since typing has not rested. An undo or a publish means that too. */
const saves = new Set<() => Promise<void>>();

/** A field has something to save; `save` does so at once, or waits for what is being saved. */
export const toSave = (save: () => Promise<void>): void => void saves.add(save);
export const isSaved = (save: () => Promise<void>): void => void saves.delete(save);

/** Saves all that waits. What is refused, or cannot be saved as it is, has been said at its field by then. */
export const saveAll = async (): Promise<void> => void (await Promise.all([...saves].map((save) => save())));
