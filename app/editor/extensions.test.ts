import { getSchema } from '@tiptap/core';
import { describe, expect, it } from 'vitest';
import { schema } from '#core/note/schema';
import { letterExtensions, lineExtensions } from './extensions';

describe('the editor and the document model', () => {
  const editor = getSchema(letterExtensions());

  it('know the same nodes and marks', () => {
    expect(Object.keys(editor.nodes).sort()).toEqual(Object.keys(schema.nodes).sort());
    expect(Object.keys(editor.marks).sort()).toEqual(Object.keys(schema.marks).sort());
  });

  it.each(Object.keys(schema.nodes))('give %s the same attributes and content', (name) => {
    const attributes = (type: { spec: { attrs?: object } }) => Object.keys(type.spec.attrs ?? {}).sort();
    expect(attributes(editor.nodes[name]!)).toEqual(attributes(schema.nodes[name]!));
    expect(editor.nodes[name]!.spec.content ?? '').toBe(schema.nodes[name]!.spec.content ?? '');
    expect(editor.nodes[name]!.isInline).toBe(schema.nodes[name]!.isInline);
  });

  it.each(Object.keys(schema.marks))('give the mark %s the same attributes', (name) => {
    const attributes = (type: { spec: { attrs?: object } }) => Object.keys(type.spec.attrs ?? {}).sort();
    expect(attributes(editor.marks[name]!)).toEqual(attributes(schema.marks[name]!));
  });

  it('order marks alike, so that stored and edited documents compare equal', () => {
    expect(Object.keys(editor.marks)).toEqual(Object.keys(schema.marks));
  });

  it('keep a subject to one line of text and blanks', () => {
    const line = getSchema(lineExtensions());
    expect(Object.keys(line.nodes).sort()).toEqual(['blank', 'doc', 'paragraph', 'stretchOut', 'text']);
    expect(line.nodes.doc!.spec.content).toBe('paragraph');
  });
});
