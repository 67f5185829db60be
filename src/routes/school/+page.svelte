<script lang="ts">
  import { counted } from '$core/words';
  import { kitchenHabits } from '$core/making';
  import WhenInput from '$lib/ui/form/WhenInput.svelte';
  import Field from '$lib/ui/form/Field.svelte';
  import Notice from '$lib/ui/Notice.svelte';
  import Tick from '$lib/ui/form/Tick.svelte';
  import {
    adultsTaste,
    childrenTaste,
    learnersScouts,
    liftings,
    nameOrders,
    remedies,
    specimenPolicies
  } from '$core/walk';
  import Form from '$lib/ui/form/Form.svelte';
  import FormMessage from '$lib/ui/form/FormMessage.svelte';
  import { superForm, enhance as plainEnhance } from '$lib/ui/form/forms.svelte';

  let { data, form: action } = $props();
  const filled = superForm(() => data.form, { resetForm: false });
</script>

<svelte:head><title>School · Good Trail</title></svelte:head>
<h1>School</h1>
<Form of={filled} action="?/save" class="mt-4 grid max-w-[760px] gap-5">
  <FormMessage />
  <Field label="Name" name="name" />
  <Field
    label="Emergency numbers"
    name="numbers"
    rows={4}
    hint="One a line, in the order in which they are called, like “Emergency call: 112”. No brief is published without them."
  />
  <div class="grid gap-5 sm:grid-cols-2">
    <Field label="Insurance runs until" name="insuranceUntil" type="date" />
    <Field
      label="Days for which health notes are kept after a walk"
      name="healthDays"
      type="number"
      hint="Then they are deleted for good."
    />
    <Field
      label="Days for which it is kept who tasted what"
      name="tastingDays"
      type="number"
      hint="Some plants harm after days; then it goes."
    />
    <Field
      label="Days for which the words of an incident are kept"
      name="incidentDays"
      type="number"
      hint="And how people were on the next day. Ask your insurer how long it should be."
    />
    <Field
      label="Months after which a sign-off lapses"
      name="signOffMonths"
      type="number"
      hint="Then it is renewed on a living plant."
    />
    <Field
      label="Places of plants, for learners"
      name="learnersSeePlaces"
      options={[
        { value: 'none', label: 'none but the meeting point' },
        { value: 'coarse', label: 'to about a kilometre' },
        { value: 'exact', label: 'exact, with the route' }
      ]}
      hint="In briefs and their files. Places of rare plants they never get."
    />
  </div>
  <h2>Where practitioners disagree</h2>
  <div class="grid gap-1">
    <Tick label="Scent may be the second character" name="scentCounts" />
    <p class="note text-ink-2">
      Beside one that is seen on the piece, never alone, and never against a plant that can kill: the scent
      clings to fingers and neighbours. Without it some pairs cannot be told apart in leaf.
    </p>
  </div>
  <Field
    label="Plants of cautious families are gathered from this level on"
    name="cautiousFamiliesFrom"
    options={[
      { value: 'beginner', label: 'beginner' },
      { value: 'improver', label: 'improver' },
      { value: 'experienced', label: 'experienced' }
    ]}
    hint="The carrot, arum and autumn crocus families hold plants that kill in small amounts. Below this level they are shown, never gathered."
  />
  <Field
    label="Dangerous specimens in teaching are"
    name="dangerousSpecimens"
    options={specimenPolicies.map((value) => ({ value, label: value }))}
    hint="What nobody touches harms nobody; but a plant seen close is known better. In a class they lie in closed, clear, labelled bags, counted out and in."
  />
  <Field
    label="Children taste what was gathered"
    name="childrenTaste"
    options={childrenTaste.map((value) => ({ value, label: value }))}
    hint="Small bodies take small doses, and nobody knows a child’s allergies for sure."
  />
  <Field
    label="Adults taste on a walk"
    name="adultsTaste"
    options={adultsTaste.map((value) => ({ value, label: value }))}
    hint="A taste on the spot is what people remember, and every basket was looked through before it; but nothing is washed, nobody’s medicines are known for sure, and who tastes at a stop goes on to taste alone."
  />
  <Field
    label="To show what lies in the ground"
    name="lifting"
    options={liftings.map((value) => ({ value, label: value }))}
    hint="A root that was held is known for life; but a plant is lost, in many places the law forbids it without the owner’s leave, and who saw one dug up digs."
  />
  <Field
    label="Traditional remedies are told"
    name="remedies"
    options={remedies.map((value) => ({ value, label: value }))}
    hint="They are a part of what a plant was to people, and somebody always asks; but what is told as history is heard as advice. They are never more than history here."
  />
  <Field
    label="Learners say what is up"
    name="learnersScout"
    options={learnersScouts.map((value) => ({ value, label: value }))}
    hint="More eyes see more, and who has looked for the first leaf knows it; but what they say moves the forecast, and a patch that many visit is trodden. Rare plants never; where it stands they see only as far as places are shown to them."
  />
  <Field
    label="Where a part may be eaten raw or heated, the card opens with"
    name="kitchenHabit"
    options={kitchenHabits.map((value) => ({ value, label: value }))}
    hint="Heat kills what came along from the ground and takes part of what harms in amounts; it also takes taste, vitamins and the look of a leaf. Where heat is needed, no habit changes it; and no heat makes another plant harmless."
  />
  <Field
    label="On a walk a plant is met by"
    name="nameOrder"
    options={nameOrders.map((value) => ({ value, label: value }))}
    hint="A name that is heard first is what people then see: who describes before naming looks at the plant. With children, or where little time is, a name to hold on to may help; the signs are asked for all the same."
  />
  <div class="grid gap-1">
    <Tick label="Leaders may take health notes along on their phones" name="healthOnPhones" />
    <p class="note text-ink-2">
      Only what touches the walk, locked by a PIN, opened for a minute at a time, gone when the walk is closed
      or a day later. Without network they are read nowhere else; but a phone can be lost, and six digits hold
      off whoever finds it, not a workshop.
    </p>
  </div>
  <div class="grid gap-5 sm:grid-cols-2">
    <Field
      label="Learners for each leader"
      name="adultsPerLeader"
      type="number"
      hint="Common practice, no source."
    />
    <Field label="The same with children among them" name="withChildrenPerLeader" type="number" />
  </div>
  <Field
    label="Metres to keep from what contaminates"
    name="buffers"
    rows={9}
    hint="One a line. The figures that stand here first are common practice without a source. What runs in water counts farther, downstream of it."
  />
  <button class="btn btn-primary justify-self-start">Save the settings</button>
</Form>

<section id="certificates" class="mt-10 max-w-[760px] scroll-mt-6 border-t border-rule pt-5">
  <h2>First-aid certificates of leaders</h2>
  {#if action && 'problem' in action && action.problem}<Notice kind="problem">{action.problem}</Notice>{/if}
  {#if action && 'done' in action && action.done}<Notice kind="done">{action.done}</Notice>{/if}
  <ul class="mt-2 grid list-none gap-2 p-0">
    {#each data.leaders as leader (leader.id)}
      <li>
        <form method="POST" action="?/firstAid" use:plainEnhance class="flex flex-wrap items-center gap-3">
          <input type="hidden" name="personId" value={leader.id} />
          <label for="first-aid-{leader.id}" class="w-56">{leader.name}, {leader.role}</label>
          <WhenInput
            id="first-aid-{leader.id}"
            name="until"
            kind="date"
            label="First-aid certificate of {leader.name} runs until"
            value={leader.firstAidUntil ?? ''}
            class="w-48"
          />
          <button class="btn btn-line btn-sm">Keep</button>
        </form>
      </li>
    {/each}
  </ul>
</section>

{#if data.regions.length > 1}
  <section id="regions" class="mt-10 max-w-[760px] scroll-mt-6 border-t border-rule pt-5">
    <h2>Regions</h2>
    <p class="note text-ink-2">
      Where the school teaches. Each has its own plants, seasons, law and animals; what a learner knows of a
      plant counts in all.
    </p>
    <form method="POST" action="?/regions" use:plainEnhance class="mt-3 grid gap-4">
      <fieldset class="grid gap-1">
        {#each data.regions as { slug, title, isOwn, sites } (slug)}<label
            class="flex min-h-10 items-center gap-3"
            ><input
              type="checkbox"
              name="region"
              value={slug}
              checked={isOwn}
              class="checkbox border-rule-strong"
            />{title}{sites > 0 ? ` (${counted(sites, 'site')})` : ''}</label
          >{/each}
      </fieldset>
      <div class="max-w-[360px]">
        <Field
          label="Shown where no site says which"
          name="first"
          value={data.regions[0]?.slug}
          options={data.regions.map(({ slug, title }) => ({ value: slug, label: title }))}
        />
      </div>
      <button class="btn btn-line justify-self-start">Keep the regions</button>
    </form>
  </section>
{/if}

{#if data.viewer?.role === 'owner'}
  <section id="second-factor" class="mt-10 max-w-[760px] scroll-mt-6 border-t border-rule pt-5">
    <h2>Second factor</h2>
    <p class="note text-ink-2">
      A code of an authenticator beside the password. Everybody may set one up under their own name.
    </p>
    <form method="POST" action="?/secondFactor" use:plainEnhance class="mt-3 grid gap-4">
      <div class="max-w-[360px]">
        <Field
          label="Who must have one"
          name="of"
          value={data.secondFactor}
          options={[
            { value: 'free', label: 'nobody: it is their own choice' },
            { value: 'teachers', label: 'who owns the school or instructs' }
          ]}
        />
      </div>
      <button class="btn btn-line justify-self-start">Keep this</button>
    </form>
  </section>
{/if}

{#if data.viewer?.role === 'owner'}
  <section id="archive" class="mt-10 max-w-[760px] scroll-mt-6 border-t border-rule pt-5">
    <h2>The whole school as a file</h2>
    <p class="note text-ink-2">
      Everything that is kept here, in open formats that its README explains: tables with a data dictionary,
      pictures, and the library as tables, Darwin Core archive and Structured Descriptive Data. Whoever runs
      another installation can bring it in there. It holds personal data, also of health.
    </p>
    <a class="btn btn-line mt-3" href="/school/archive" data-sveltekit-reload>Take it out</a>
  </section>
{/if}

<section class="mt-10 max-w-[760px] border-t border-rule pt-5">
  <h2>Demo date</h2>
  <p class="note text-ink-2">
    Everything follows it: stages, due drills, what counts as past. Without one the school follows the real
    calendar.
  </p>
  <form method="POST" action="?/moveDate" class="mt-3 flex flex-wrap items-end gap-3">
    <div class="grid gap-1">
      <label class="note font-strong" for="school-day">Day</label><WhenInput
        id="school-day"
        name="demoDate"
        kind="date"
        label="Day"
        value={data.demoDate ?? ''}
        class="w-48"
      />
    </div>
    <button class="btn btn-line">Move to this day</button>
  </form>
</section>
