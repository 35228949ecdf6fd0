import { plugChoices } from '@pentimento/core/materials';
import {
  changeSection,
  DEFAULT_INTAKE,
  DEFAULT_MIX,
  intakeFields,
  mixFields,
  mostOf,
  planFromTemplate,
  planLike,
  planOf,
  plugFields,
  rangeOf,
  sectionPlanFields,
  stackTemplates,
  withNewSection,
  withParting,
  type PlanDocument,
  type PlugIntake,
} from '@pentimento/core/plan';
import { skipToken } from '@reduxjs/toolkit/query';
import { useState } from 'react';
import { useForm, useWatch, type UseFormReturn } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { useBuildQuery, useBuildsQuery, useCreateBuildMutation, type BuildHead } from '../../api/api';
import { problemOf } from '../../api/problem';
import { Dialog } from '../../shared/dialog';
import { useUnits, type Units } from '../../shared/use-units';
import { comingMonday, readDay } from '../../shared/dates';
import { readNames } from '../../shared/names-cell';
import { newId } from '../../shared/new-id';

interface NewBuildForm {
  name: string;
  part: string;
  startDate: string;
  area: number;
  materialId: string;
  thickness: number;
  heatLimit: number;
  templateId: string;
  /** Build that it is like; '': none */
  like: string;
  sections: number;
  /** How its parts will be made */
  use: PlugIntake['use'];
  people: number;
  /** Names with commas */
  crew: string;
}

const STEPS = ['The part', 'The plug', 'The stack', 'How it is made'] as const;
const FIELDS: readonly (readonly (keyof NewBuildForm)[])[] = [
  ['name', 'part', 'startDate', 'area'],
  ['materialId', 'thickness', 'heatLimit'],
  ['templateId'],
  ['sections', 'use', 'people', 'crew'],
];
/** Questions that a build like an earlier one answers by itself. */
const PART = 0;

/** A school's plan with as many sections as asked, each a share of the area, laid by so many people. */
function freshPlan(values: NewBuildForm, units: Units): PlanDocument {
  const view = planFromTemplate(values.templateId === 'none' ? null : values.templateId, {
    startDate: values.startDate,
    areaM2: units.store('area', values.area) / values.sections,
    plug: {
      materialId: values.materialId,
      thicknessMm: units.store('thickness', values.thickness),
      heatLimitC: units.store('temperature', values.heatLimit),
    },
  });
  const crew = readNames(values.crew, mostOf(mixFields.crew));
  const named = crew.length > 0 ? { crew } : {};
  const usual = values.people === DEFAULT_MIX.people && crew.length === 0;
  let plan = planOf({
    ...view,
    ...(usual ? {} : { mix: { ...DEFAULT_MIX, ...named, people: values.people } }),
    ...(values.use === DEFAULT_INTAKE.use ? {} : { intake: { ...DEFAULT_INTAKE, use: values.use } }),
  });
  if (values.sections === 1) return plan;
  plan = changeSection(plan, plan.sections[0].id, (section) => ({ ...section, name: 'Section 1' }));
  for (let i = 1; i < values.sections; i++) {
    plan = withNewSection(plan, newId);
    const [first, second] = plan.sections.slice(-2);
    const lengthMm = Math.round(Math.sqrt(first.areaM2) * 1000);
    plan = withParting(plan, { id: newId(), name: `Parting ${String(i)}`, firstSectionId: first.id, secondSectionId: second.id, lengthMm });
  }
  return plan;
}

/** A new build: part, plug, a school's stack or nothing, and how it is made; or a copy of an earlier one. */
export function NewBuild({ onClose }: { onClose: () => void }) {
  const units = useUnits();
  const [step, setStep] = useState(0);
  const [id] = useState(() => newId());
  const [create, { error, isLoading }] = useCreateBuildMutation();
  const navigate = useNavigate();
  const form = useForm<NewBuildForm>({
    mode: 'onBlur',
    defaultValues: {
      name: '',
      part: '',
      startDate: comingMonday(),
      area: Number(units.show('area', 1).toFixed(1)),
      materialId: 'mdf',
      thickness: Number(units.show('thickness', 18).toFixed(units.digits('thickness'))),
      heatLimit: Math.round(units.show('temperature', 60)),
      templateId: 'staged',
      like: '',
      sections: 1,
      use: DEFAULT_INTAKE.use,
      people: 2,
      crew: '',
    },
  });
  const builds = useBuildsQuery({ limit: 200 }).data?.builds ?? [];
  const liked = useWatch({ control: form.control, name: 'like' });
  const like = useBuildQuery(liked === '' ? skipToken : liked).currentData;
  const last = step === STEPS.length - 1 || (step === PART && liked !== '');
  const submit = async (typed: NewBuildForm): Promise<void> => {
    if (typed.like !== '' && !like) return;
    const values = { ...typed, startDate: readDay(typed.startDate) ?? typed.startDate };
    const plan = like ? planLike(like.current.plan, values.startDate) : freshPlan(values, units);
    const result = await create({ id, name: values.name.trim(), part: values.part.trim(), note: like ? `Like ${like.name}` : 'First plan', plan });
    if (result.data) void navigate(`/builds/${result.data.id}`);
  };
  const advance = async (): Promise<void> => {
    if (!(await form.trigger([...FIELDS[step]]))) return;
    if (last) await form.handleSubmit(submit)();
    else setStep(step + 1);
  };
  return (
    <Dialog title="New build" onClose={onClose} wide>
      <ol className="mb-4 flex gap-5 text-sm">
        {STEPS.map((name, i) => (
          <li key={name} aria-current={i === step ? 'step' : undefined} className={i === step ? 'border-b-2 font-semibold' : 'muted'}>
            <span className="num">{i + 1}</span> {name}
          </li>
        ))}
      </ol>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void advance();
        }}
      >
        {step === PART && <PartStep form={form} builds={builds} />}
        {step === 1 && <PlugStep form={form} />}
        {step === 2 && <StackStep form={form} />}
        {step === 3 && <MadeStep form={form} />}
        {error && (
          <p role="alert" className="text-error mt-3">
            {problemOf(error).detail}
          </p>
        )}
        <div className="mt-5 flex gap-2">
          {step > 0 && (
            <button
              type="button"
              className="btn"
              onClick={() => {
                setStep(step - 1);
              }}
            >
              Back
            </button>
          )}
          <button className="btn btn-primary" disabled={isLoading}>
            {last ? 'Start the plan' : 'Next'}
          </button>
          <button type="button" className="btn btn-ghost" onClick={onClose}>
            Cancel
          </button>
        </div>
      </form>
    </Dialog>
  );
}

type StepProps = { readonly form: UseFormReturn<NewBuildForm> };

function Problem({ text }: { text: string | undefined }) {
  return text ? (
    <span role="alert" className="text-error block text-sm">
      {text}
    </span>
  ) : null;
}

function PartStep({ form: { register, formState }, builds }: StepProps & { readonly builds: readonly BuildHead[] }) {
  const units = useUnits();
  const { errors } = formState;
  const [min, max] = [rangeOf(sectionPlanFields.areaM2).min, rangeOf(sectionPlanFields.areaM2).max].map((v) => units.show('area', v));
  const area = `Between ${min.toFixed(2)} and ${max.toFixed(0)} ${units.unit('area')}.`;
  return (
    <div className="grid gap-3 sm:grid-cols-2">
      <label>
        <span className="text-sm">Name of the build</span>
        <input
          autoFocus
          className="input w-full"
          maxLength={120}
          placeholder="Slide chute, section B"
          {...register('name', { validate: (v) => v.trim() !== '' || 'Give it a name the shop will know.' })}
        />
        <Problem text={errors.name?.message} />
      </label>
      <label>
        <span className="text-sm">Part it will make</span>
        <input
          className="input w-full"
          maxLength={120}
          placeholder="Slide chute"
          {...register('part', { validate: (v) => v.trim() !== '' || 'Say which part.' })}
        />
        <Problem text={errors.part?.message} />
      </label>
      <label>
        <span className="text-sm">Day 1</span>
        <input
          className="input num w-full"
          inputMode="numeric"
          placeholder="2027-02-01"
          {...register('startDate', { validate: (v) => readDay(v) !== null || 'A day like 2027-02-01 or 1 Feb 2027.' })}
        />
        <Problem text={errors.startDate?.message} />
      </label>
      <label>
        <span className="text-sm">Area with flanges, {units.unit('area')}</span>
        <input
          type="number"
          step="any"
          className="input num w-full"
          {...register('area', { valueAsNumber: true, validate: (v) => (v >= min && v <= max) || area })}
        />
        <Problem text={errors.area?.message} />
      </label>
      {builds.length > 0 && (
        <label className="sm:col-span-2">
          <span className="text-sm">Like an earlier one (its plug, stack and times are taken over; nothing is signed)</span>
          <select className="select w-full" {...register('like')}>
            <option value="">no, a new plan</option>
            {builds.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
      )}
    </div>
  );
}

function PlugStep({ form: { register, formState, setValue } }: StepProps) {
  const units = useUnits();
  const { errors } = formState;
  const between = (quantity: 'thickness' | 'temperature', range: { min: number; max: number }) => (value: number) => {
    const [min, max] = [units.show(quantity, range.min), units.show(quantity, range.max)];
    return (value >= min && value <= max) || `Between ${min.toFixed(units.digits(quantity))} and ${max.toFixed(0)} ${units.unit(quantity)}.`;
  };
  return (
    <div className="grid gap-3 sm:grid-cols-3">
      <label>
        <span className="text-sm">Plug</span>
        <select
          autoFocus
          className="select w-full"
          {...register('materialId', {
            onChange: (event: { target: { value: string } }) => {
              const choice = plugChoices.find(({ id }) => id === event.target.value);
              if (choice) setValue('heatLimit', Math.round(units.show('temperature', choice.heatLimitC)));
            },
          })}
        >
          {plugChoices.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <label>
        <span className="text-sm">Thickness, {units.unit('thickness')}</span>
        <input
          type="number"
          step="any"
          className="input num w-full"
          {...register('thickness', { valueAsNumber: true, validate: between('thickness', rangeOf(plugFields.thicknessMm)) })}
        />
        <Problem text={errors.thickness?.message} />
      </label>
      <label>
        <span className="text-sm">Its face stands, {units.unit('temperature')}</span>
        <input
          type="number"
          step="any"
          className="input num w-full"
          {...register('heatLimit', { valueAsNumber: true, validate: between('temperature', rangeOf(plugFields.heatLimitC)) })}
        />
        <Problem text={errors.heatLimit?.message} />
      </label>
      <p className="muted text-sm sm:col-span-3">
        The weakest thing under the gel coat counts: filler, lacquer, fillet wax, tape. The limit offered is typical for the material alone (assumed).
      </p>
    </div>
  );
}

function StackStep({ form: { register } }: StepProps) {
  return (
    <fieldset className="grid gap-2">
      <legend className="text-sm">Start from a school’s stack, or from nothing</legend>
      {[...stackTemplates, { id: 'none', name: 'From nothing', summary: 'An empty stack: you add each session.' }].map(({ id, name, summary }) => (
        <label key={id} className="hairline has-checked:bg-base-200 has-checked:border-primary flex cursor-pointer gap-3 border p-3">
          <input type="radio" className="radio radio-sm mt-0.5" value={id} {...register('templateId')} />
          <span>
            <span className="font-semibold">{name}</span>
            <span className="muted block text-sm">{summary}</span>
          </span>
        </label>
      ))}
    </fieldset>
  );
}

function MadeStep({ form: { register, formState } }: StepProps) {
  const { errors } = formState;
  const whole = (least: number, most: number) => (v: number) =>
    (Number.isInteger(v) && v >= least && v <= most) || `A whole number from ${String(least)} to ${String(most)}.`;
  return (
    <div className="grid gap-3 sm:grid-cols-2">
      <label>
        <span className="text-sm">Sections, laid one after the other</span>
        <input autoFocus type="number" className="input num w-full" {...register('sections', { valueAsNumber: true, validate: whole(1, 6) })} />
        <Problem text={errors.sections?.message} />
      </label>
      <label>
        <span className="text-sm">People laying</span>
        <input type="number" className="input num w-full" {...register('people', { valueAsNumber: true, validate: whole(1, 8) })} />
        <Problem text={errors.people?.message} />
      </label>
      <label>
        <span className="text-sm">Its parts will be</span>
        <select className="select w-full" {...register('use')}>
          {intakeFields.use.choices.map((use) => (
            <option key={use} value={use}>
              {intakeFields.use.words[use]}
            </option>
          ))}
        </select>
      </label>
      <label>
        <span className="text-sm">Who works on it (names with commas, or nobody yet)</span>
        <input className="input w-full" maxLength={400} placeholder="Ada, Cleo" {...register('crew')} />
      </label>
      <p className="muted text-sm sm:col-span-2">
        More than one section: each gets a share of the area, a parting line to the one before, and its own days. Names, lengths and stacks are
        changed under Split and Stack.
      </p>
    </div>
  );
}
