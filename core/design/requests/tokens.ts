/** Tokens: the settings of the look are taken from design tokens. */
import * as yup from 'yup';
import { closed } from '../../shapes.js';
import { readTokens, type Tokens } from '../../look/tokens.js';
import { counted } from '../../words.js';
import { keys } from '../../documents/document.js';
import { documentIn } from '../edits/common.js';
import type { Edit } from '../edits/edit.js';
import { typeTag, type RequestType } from './type.js';

/**
 * Sets the look from design tokens. What they do not name stays.
 * @example
 * { type: 'tokens', tokens: { colour: { accentColour: { $type: 'color', $value: '#336699' } } } }
 */
export interface TokensRequest {
  readonly type: 'tokens';
  readonly tokens: Tokens;
}

/** See `TokensRequest`. */
export const tokens: RequestType<TokensRequest> = {
  schema: closed({
    type: typeTag('tokens'),
    tokens: yup
      .object()
      .strict()
      .required()
      .meta({ json: { type: 'object', additionalProperties: true } }),
  }),
  resolve({ tokens: file }, draft) {
    const { head } = documentIn(draft, keys.look);
    const { values } = readTokens(file, String(head['groundwork']));
    const edits = Object.entries(values).flatMap(([name, value]): Edit[] => {
      const field = `values.${name}`;
      const was = head[field];
      if (was === value) return [];
      const set = { type: 'set', document: keys.look, field } as const;
      return [{ ...set, ...(value === undefined ? {} : { value }), ...(was === undefined ? {} : { was }) }];
    });
    const sentence = edits.length
      ? `Set ${counted(edits.length, 'setting')} of the look from design tokens.`
      : 'The look is as these tokens say already.';
    return { edits, sentence };
  },
};
