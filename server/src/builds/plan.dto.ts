import { planFields, type PlanDocument } from '@pentimento/core/plan';
import { partClass } from '../wire/part-class.js';

/** The wire of a plan, made from the fields that core defines. */
export const PlanDocumentDto = partClass('PlanDocumentDto', planFields);
export type PlanDocumentDto = PlanDocument;
