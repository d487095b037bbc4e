/** The bytes a document is hashed and stored as. */
import { canonicalize } from 'json-canonicalize';

/** Canonical JSON (RFC 8785) of a value; undefined counts as absent. */
export const canonicalJson = (value: unknown): string => canonicalize(value);
