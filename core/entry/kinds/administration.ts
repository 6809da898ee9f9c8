import { defineKind } from '../kind';
import { changes, ofTheBook } from './plan-change';

/** Who gets in and what they may do: people, their passwords, what machines and calendars read by. */
export const administration = defineKind({ title: 'Access changed', bodies: { 1: changes }, ...ofTheBook });
