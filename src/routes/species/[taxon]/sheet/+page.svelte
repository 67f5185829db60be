<script lang="ts">
  import CircleCheck from '@lucide/svelte/icons/circle-check';
  import CircleX from '@lucide/svelte/icons/circle-x';
  import Hand from '@lucide/svelte/icons/hand';
  import Printer from '@lucide/svelte/icons/printer';
  import Skull from '@lucide/svelte/icons/skull';
  import { isSerious, nameWithin, severityWords } from '$core/knowledge';
  import { listed, stageWord } from '$core/words';
  import Notice from '$lib/ui/Notice.svelte';
  import WideTable from '$lib/ui/WideTable.svelte';
  import { enhance } from '$lib/ui/form/forms.svelte';
  import YearStrip from '$lib/ui/species/YearStrip.svelte';

  let { data, form } = $props();
  const { sheet } = $derived(data);
  const { plant } = $derived(sheet);
  const address = (stage: string) => `/species/${plant.slug}/sheet?stage=${encodeURIComponent(stage)}`;
  const wide = 3;
  const kept = $derived(sheet.pictures.filter((one) => one.isKept));
  const refused = $derived(sheet.pictures.filter((one) => !one.isKept));
  const why = ({ test }: (typeof sheet.pictures)[number]) =>
    [
      test.fits.length > 0
        ? `Also fits ${listed(test.fits.map(({ name, stage, unknown }) => `${nameWithin(name)} in ${stage}${unknown.length > 0 ? ` (not known there: ${unknown.join(', ').toLowerCase()})` : ''}`))}. Nobody is taught it here.`
        : '',
      test.notItsOwn.length > 0
        ? `Not usual of the plant itself at that stage: ${test.notItsOwn.join('; ')}.`
        : '',
      test.idle.length > 0 ? `Tells nothing: ${test.idle.join('; ')}.` : ''
    ]
      .filter(Boolean)
      .join(' ');
</script>

<svelte:head><title>{plant.name} on one sheet · Good Trail</title></svelte:head>
<header class="flex flex-wrap items-baseline gap-x-4">
  <h1>{plant.name} through its year</h1>
  <p class="text-ink-2">
    <i>{plant.scientific}</i> · {sheet.family}{sheet.alsoCalled.length > 0
      ? ` · also ${sheet.alsoCalled.map(({ name }) => name.toLowerCase()).join(', ')}`
      : ''}
  </p>
</header>
{#each sheet.alsoCalled.filter(({ warning }) => warning) as one, i (i)}<p class="note text-ochre">
    {one.name}: {one.warning}
  </p>{/each}

<div class="mt-3 grid gap-x-8 gap-y-6 lg:grid-cols-[minmax(0,1fr)_230px]">
  <div class="min-w-0">
    <ul
      class={[
        'm-0 grid list-none grid-cols-2 gap-3 p-0',
        sheet.stages.length > 3 ? 'md:grid-cols-4' : 'md:grid-cols-3'
      ]}
    >
      {#each sheet.stages as { stage, from } (stage)}
        <li class="min-w-0">
          <a
            href={address(stage)}
            class={['plate block no-underline', stage === plant.stage ? 'bg-shade' : '']}
            aria-current={stage === plant.stage ? 'page' : undefined}
          >
            <span class="block px-2 pt-1 font-serif font-semibold text-plate-second"
              >In {stageWord(plant.group, stage)}</span
            ><span class="fine block px-2 text-plate-second">from {from}</span>
            {#if data.plates[stage]}<img
                src={data.plates[stage]}
                alt="{plant.name} in {stage}, drawn"
                class="h-[200px] w-full object-contain p-1"
                width="310"
                height="380"
              />{:else}<span class="fine block p-6 text-plate-second">No drawing of it yet</span>{/if}
          </a>
        </li>
      {/each}
    </ul>
    <div class="mt-4">
      <div class="flex justify-between text-[13px] text-ink-2" aria-hidden="true">
        {#each ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'] as month (month)}<span
            class="flex-1">{month}</span
          >{/each}
      </div>
      <YearStrip
        stages={plant.year}
        day={data.day}
        stretch={wide}
        height={24}
        label="When each stage of {plant.name} is up"
      />
      {#each sheet.others as other (other.slug)}
        <p class="fine mt-1 flex items-center gap-1 text-ink-2">
          {#if other.isDangerous}<Skull size={13} class="text-rosehip" aria-hidden="true" />{/if}{other.name}
        </p>
        <YearStrip
          stages={other.year}
          day={data.day}
          stretch={wide}
          height={10}
          label="When {other.name} is up"
        />
      {/each}
    </div>

    <section class="mt-5" aria-label="What else it could be">
      <h2>{plant.isDangerous ? 'What it is taken for' : 'What else it could be'}</h2>
      {#if sheet.others.length === 0}
        <p class="text-ink-2">
          Nothing dangerous that is described here is up and alike then, which is not the same as nothing.
        </p>
      {:else}
        <WideTable label="What tells {plant.name} from the others">
          <table class="mt-2 w-full border-collapse text-left text-[15px] leading-[20px]">
            <thead>
              <tr class="align-bottom">
                <th scope="col" class="w-[110px] py-2 font-normal text-ink-2">checked in this order</th>
                {#each [plant, ...sheet.others] as one, i (one.slug)}
                  {@const plate = i === 0 ? data.plates[one.stage] : data.others[i - 1]}
                  <th scope="col" class="min-w-[120px] pr-3 align-bottom">
                    {#if plate}<img src={plate} alt="" class="max-h-[120px] w-auto bg-plate-paper" />{/if}
                    <span class="block font-serif text-[17px]">{one.name}</span><i
                      class="block font-normal text-ink-2">{one.scientific}</i
                    >{#if one.isDangerous}<span class="flex items-center gap-1 text-rosehip"
                        ><Skull size={14} aria-hidden="true" />{isSerious(one.severity)
                          ? severityWords[one.severity]
                          : 'burns'}</span
                      >{:else}<span class="block font-normal text-ink-2">in {one.stage}</span>{/if}
                  </th>
                {/each}
              </tr>
            </thead>
            <tbody>
              {#each sheet.rows as row, i (i)}
                <tr class="border-t border-rule align-top" title={row.look}>
                  <th scope="row" class="py-2 pr-2 font-strong"
                    ><span class="disc mr-2">{i + 1}</span>{row.name}</th
                  ><td class="py-2 pr-3 font-strong">{row.own}</td>
                  {#each row.others as other, k (k)}<td class="py-2 pr-3">
                      {#if !other}<span class="text-ink-3">not known: does not decide</span>
                      {:else if other.tells}{other.words}
                      {:else}<span class="text-ink-3">{other.words}: does not decide</span>{/if}
                    </td>{/each}
                </tr>
              {/each}
            </tbody>
          </table>
        </WideTable>
        {#if sheet.more.length > 0}<p class="note mt-1 text-ink-2">
            No room here for {listed(sheet.more.map(nameWithin))}:
            <a href="/species/{plant.slug}">all of them</a>
          </p>{/if}
      {/if}
      <div class="mt-3 grid gap-x-6 gap-y-2 border-t-[3px] border-rosehip pt-3 sm:grid-cols-[200px_1fr_1fr]">
        <p class="flex items-start gap-3 font-serif text-[18px] font-semibold leading-[23px]">
          <Hand size={26} class="shrink-0 text-rosehip" aria-hidden="true" />{plant.isDangerous
            ? 'It is left, whatever it was taken for.'
            : sheet.isTold
              ? 'If any one is missing: leave it.'
              : 'What is seen does not settle it now: leave it.'}
        </p>
        <p class="note">
          {#each sheet.uses as use, i (i)}{#if i === 0}<strong>Use:</strong>{/if}
            {use}
          {:else}<strong>Use:</strong> none is described.{/each}
          {sheet.harvest ?? ''}
        </p>
        <p class="note">
          <strong>Caution:</strong>
          {#each sheet.cautions as caution, i (i)}{i > 0 ? '; ' : ''}{caution}{:else}none is described, which
            is not the same as none{/each}.
        </p>
      </div>
    </section>
  </div>

  <aside class="note grid content-start gap-4 lg:border-l lg:border-rule lg:pl-5">
    <section>
      <h2>Memory picture</h2>
      {#if form?.problem}<Notice kind="problem">{form.problem}</Notice>{/if}
      {#if sheet.pictures.length === 0}<p class="text-ink-2">None yet.</p>
      {:else}<p class="text-ink-2">
          Held against {sheet.pictures[0]!.test.against} dangerous lookalikes at all their stages.
        </p>{/if}
      {#each kept as one (one.id)}
        <div class="mt-2 border-t-[3px] border-moss pt-2">
          <p class="flex items-center gap-2 font-strong text-moss">
            <CircleCheck size={17} aria-hidden="true" />Kept
          </p>
          <p class="font-serif text-[17px] italic leading-[23px]">“{one.words}”</p>
          <p class="text-ink-2">Fits none of them.</p>
          {@render remove(one.id)}
        </div>
      {/each}
      {#each refused as one (one.id)}
        <div class="mt-2 border-t border-rule pt-2">
          <p class="flex items-center gap-2 font-strong text-rosehip">
            <CircleX size={17} aria-hidden="true" />Refused
          </p>
          <p class="font-serif text-[17px] italic leading-[23px] line-through">“{one.words}”</p>
          <p class="text-ink-2">{why(one)}</p>
          {@render remove(one.id)}
        </div>
      {/each}
      {#if data.leads}
        <details class="mt-2" open={Boolean(form?.problem)}>
          <summary class="link min-h-10 cursor-pointer content-center">Add a picture</summary>
          <form method="POST" action="?/add" use:enhance class="grid gap-2">
            <input type="hidden" name="stage" value={plant.stage} />
            <label
              >In words<textarea name="words" rows="2" maxlength="200" class="textarea py-1" required
                >{form?.kept?.words ?? ''}</textarea
              ></label
            >
            <fieldset class="grid gap-1">
              <legend>Rests on, in {plant.stage}</legend>
              {#each [0, 1, 2] as place (place)}<select
                  name="states"
                  class="select"
                  aria-label="State {place + 1}"
                  value={form?.kept?.states[place] ?? ''}
                >
                  <option value="">{place === 0 ? 'choose' : 'nothing more'}</option>
                  {#each data.choices as one (one.value)}<option value={one.value}>{one.label}</option>{/each}
                </select>{/each}
            </fieldset>
            <button class="btn btn-line">Hold it against the lookalikes</button>
          </form>
        </details>
      {/if}
    </section>
    {#if sheet.meaning}<section class="border-t border-rule pt-3">
        <h2>The name</h2>
        <p class="text-ink-2">{sheet.meaning}</p>
      </section>{/if}
    <section class="border-t border-rule pt-3">
      <h2>Grows in</h2>
      <p class="text-ink-2">{sheet.growsIn} {sheet.range}</p>
      {#if !plant.isDangerous && sheet.others.length > 0}<p class="mt-1 text-ink-2">
          Alike and up then: <strong class="text-ink"
            >{listed(sheet.others.map(({ name }) => nameWithin(name)))}</strong
          >.
        </p>{/if}
    </section>
    {#if sheet.flavour}<section class="border-t border-rule pt-3">
        <h2>Flavour</h2>
        <p class="text-ink-2">{sheet.flavour} It is no test of what a plant is.</p>
      </section>{/if}
    <section class="grid gap-2 border-t border-rule pt-3">
      <a
        href="/species/{plant.slug}/sheet/print?stage={encodeURIComponent(plant.stage)}"
        class="btn btn-primary"
        data-sveltekit-reload><Printer size={18} aria-hidden="true" />Print the sheet</a
      >
      <form method="POST" action="/practice?/chosen">
        <input type="hidden" name="when" value="year" /><input
          type="hidden"
          name="taxon"
          value={plant.slug}
        />
        <button class="btn btn-line w-full">Practise its pairs</button>
      </form>
      <a href="/species/{plant.slug}">All that is described</a>
      <p class="text-ink-2">Basis: {sheet.basis} Each plate has its own scale.</p>
    </section>
  </aside>
</div>

{#snippet remove(id: string)}
  {#if data.leads}<form method="POST" action="?/remove" use:enhance>
      <input type="hidden" name="picture" value={id} /><button class="link min-h-10 text-ink-2"
        >Take it away</button
      >
    </form>{/if}
{/snippet}
