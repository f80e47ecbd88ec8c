<script lang="ts">
  import { onMount } from 'svelte';
  import { nanoid } from 'nanoid';
  import { page } from '$app/state';
  import Trash from '@lucide/svelte/icons/trash-2';
  import { aimOf, sizeOf, type DanceRef } from '$lib/core/classes';
  import {
    MARGIN,
    WALLS,
    type Arrangement,
    type Footprint,
    type Room,
    type Thing,
    type Wall,
  } from '$lib/core/hall';
  import { arrangementText, footprintText, limitText, standText } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import { ClassLab } from '$lib/state/class-lab.svelte';
  import type { DocDesk, Patch } from '$lib/state/doc-desk.svelte';
  import type { PlainSaver } from '$lib/state/open-plain';
  import { loadDoc } from '$lib/storage';
  import PlainFrame from '$lib/views/shell/PlainFrame.svelte';
  import FormPage from './FormPage.svelte';
  import { numberFrom } from './fields';
  import RoomPlan from './RoomPlan.svelte';
  import { NO_CHOICES, choicesOf, type Choices } from './choices';

  let { desk, saver, news }: { desk: DocDesk<Room>; saver: PlainSaver<'room'>; news: string } = $props();
  const room = $derived(desk.doc);
  const lab = new ClassLab();
  let choices: Choices = $state.raw(NO_CHOICES);
  let what: DanceRef | undefined = $state.raw();
  let couples = $state(8);
  let margin: number = $state(MARGIN);
  let footprint: Footprint | undefined = $state.raw();
  let arrangement: Arrangement | undefined = $state.raw();
  let ready = $state(false);

  onMount(() => {
    void (async () => {
      const db = await app.db();
      const stock = await lab.load(db);
      choices = await choicesOf(db, stock);
      const id = page.url.searchParams.get('class');
      const plan = id === null ? undefined : await loadDoc(db, 'class', id);
      const group = plan?.group === undefined ? undefined : await loadDoc(db, 'group', plan.group);
      const first = choices.combinations[0];
      what = (plan && aimOf(plan)) ?? (first && { type: 'combination', id: first.id });
      if (group) couples = Math.ceil(sizeOf(group) / 2);
      ready = true;
    })();
    return () => lab.stop();
  });
  $effect(() => {
    if (!ready) return;
    lab.ask({ type: 'pack', room, what, couples, margin }, (a) => {
      footprint = a.footprint;
      arrangement = a.arrangement;
    });
  });

  const set = (patch: Patch<Room>, group?: string) => desk.edit(patch, group);
  const thing = (key: string, patch: Partial<Thing>) =>
    set(
      { things: room.things.map((t) => (t.key === key ? { ...t, ...patch } : t)) },
      `${key} ${Object.keys(patch).join()}`,
    );
  const add = () =>
    set({
      things: [
        ...room.things,
        {
          key: nanoid(8),
          what: 'Pillar',
          x: Math.round(5 * room.width) / 10,
          y: Math.round(5 * room.length) / 10,
          width: 0.4,
          depth: 0.4,
        },
      ],
    });
  function choose(value: string) {
    const [type, id] = value.split(' ', 2);
    what = id ? { type: type as 'figure', id } : undefined;
  }
</script>

<PlainFrame kind="room" {desk} {saver} {news} stays="Classes in it stay.">
  {#snippet facts()}<p class="facts">
      {room.width} × {room.length} m{room.limit ? ` · ${room.limit} people as posted` : ''}
    </p>{/snippet}
  {#snippet tools()}<button onclick={() => print()}>Print</button>{/snippet}
  <FormPage columns="minmax(0, 1fr) minmax(0, 1fr)">
    <div class="left">
      <div class="ask fields" role="group" aria-label="What is danced in it">
        <label
          >danced <select
            value={what ? `${what.type} ${what.id}` : ''}
            onchange={(e) => choose(e.currentTarget.value)}
          >
            <optgroup label="Combinations">
              {#each choices.combinations as c (c.id)}<option value="combination {c.id}">{c.name}</option
                >{/each}
            </optgroup>
            <optgroup label="Figures">
              {#each choices.figures as f (f.id)}<option value="figure {f.id}">{f.name}</option>{/each}
            </optgroup>
          </select></label
        >
        <label
          >couples <input
            class="num"
            type="number"
            min="1"
            max="200"
            disabled={!ready}
            value={couples}
            onchange={(e) => numberFrom(e, (n) => (couples = n))}
          /></label
        >
        <label
          >margin, m <input
            class="num"
            type="number"
            min="0"
            max="1.5"
            step="0.05"
            value={margin}
            onchange={(e) => numberFrom(e, (n) => (margin = n))}
          /></label
        >
      </div>
      {#if arrangement && footprint}
        <p class="says" role="status" class:wrong={arrangement.over > 0}>
          {arrangementText(arrangement, couples)}
        </p>
        <p>{footprintText(footprint)}</p>
        <p>{standText(arrangement, room)}</p>
        <p class="care">{limitText(room, arrangement, couples)}</p>
      {:else if ready}<p class="quiet">Choose what is danced: how many fit follows from the room it takes.</p>
      {:else}<p class="quiet">Working it out …</p>{/if}

      <details open>
        <summary>The room</summary>
        <div class="fields">
          <label
            >width, m <input
              class="num"
              type="number"
              min="2"
              max="100"
              step="0.1"
              value={room.width}
              onchange={(e) => numberFrom(e, (n) => set({ width: n }))}
            /></label
          >
          <label
            >length, m <input
              class="num"
              type="number"
              min="2"
              max="100"
              step="0.1"
              value={room.length}
              onchange={(e) => numberFrom(e, (n) => set({ length: n }))}
            /></label
          >
          <label
            >people, as posted <input
              class="num"
              type="number"
              min="1"
              max="10000"
              value={room.limit ?? ''}
              onchange={(e) =>
                e.currentTarget.value === ''
                  ? set({ limit: undefined })
                  : numberFrom(e, (n) => set({ limit: n }))}
            /></label
          >
          <label
            >door <select
              value={room.door?.wall ?? ''}
              onchange={(e) =>
                set({
                  door: e.currentTarget.value
                    ? { wall: e.currentTarget.value as Wall, at: room.door?.at ?? 1 }
                    : undefined,
                })}
            >
              <option value="">none</option>
              {#each WALLS as w (w)}<option value={w}>{w}</option>{/each}
            </select></label
          >
          {#if room.door}<label
              >along it, m <input
                class="num"
                type="number"
                min="0"
                max="100"
                step="0.1"
                value={room.door.at}
                onchange={(e) => numberFrom(e, (n) => room.door && set({ door: { ...room.door, at: n } }))}
              /></label
            >{/if}
          <label
            >music from the left, m <input
              class="num"
              type="number"
              min="0"
              max="100"
              step="0.1"
              value={room.music?.x ?? ''}
              onchange={(e) =>
                e.currentTarget.value === ''
                  ? set({ music: undefined })
                  : numberFrom(e, (n) => set({ music: { x: n, y: room.music?.y ?? 0.5 } }))}
            /></label
          >
          <fieldset>
            <legend>mirrors</legend>
            {#each WALLS as w (w)}<label class="check"
                ><input
                  type="checkbox"
                  checked={room.mirrors.includes(w)}
                  onchange={(e) =>
                    set({
                      mirrors: e.currentTarget.checked
                        ? [...room.mirrors, w]
                        : room.mirrors.filter((x) => x !== w),
                    })}
                />
                {w}</label
              >{/each}
          </fieldset>
        </div>
        <h2>What stands in it</h2>
        <ul aria-label="What stands in it">
          {#each room.things as t (t.key)}
            <li>
              <input
                aria-label="What"
                value={t.what}
                maxlength="40"
                onchange={(e) =>
                  e.currentTarget.value.trim() && thing(t.key, { what: e.currentTarget.value.trim() })}
              />
              {#each [['from the left', 'x'], ['from the front', 'y'], ['wide', 'width'], ['deep', 'depth']] as const as [says, field] (field)}
                <label
                  >{says}
                  <input
                    class="num"
                    type="number"
                    min={field === 'x' || field === 'y' ? 0 : 0.1}
                    max="100"
                    step="0.1"
                    value={t[field]}
                    onchange={(e) => numberFrom(e, (n) => thing(t.key, { [field]: n }))}
                  /></label
                >
              {/each}
              <button
                class="plain"
                aria-label="Take {t.what} out"
                onclick={() => set({ things: room.things.filter((x) => x.key !== t.key) })}
                ><Trash size={15} /></button
              >
            </li>
          {/each}
        </ul>
        <button onclick={add}>Something more</button>
        <label class="notes"
          >notes <textarea
            rows="2"
            maxlength="4000"
            value={room.notes}
            oninput={(e) => set({ notes: e.currentTarget.value }, 'notes')}></textarea></label
        >
      </details>
    </div>
    <div class="right">
      <RoomPlan {room} {arrangement} {footprint} move={(key, x, y) => thing(key, { x, y })} />
    </div>
  </FormPage>
</PlainFrame>

<style>
  .left,
  details {
    display: grid;
    gap: 8px;
    grid-template-columns: minmax(0, 1fr);
  }
  .ask select {
    max-width: 240px;
  }
  .says {
    font: 720 21px/1.2 var(--display);
  }
  .says.wrong {
    color: var(--wrong);
  }
  .care {
    font-size: 14px;
    border-left: 5px solid var(--caution);
    padding-left: 10px;
  }
  summary {
    font: 650 16px var(--display);
    cursor: pointer;
    border-top: 1px solid var(--line);
    padding-top: 8px;
  }
  h2 {
    font-size: 16px;
    margin-top: 4px;
  }
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
    display: grid;
    gap: 6px;
  }
  li {
    display: flex;
    gap: 8px;
    align-items: end;
    flex-wrap: wrap;
  }
  li > input {
    width: 110px;
  }
  li input[type='number'] {
    width: 66px;
  }
  details > button {
    justify-self: start;
  }
  @media (max-width: 900px) {
    .right {
      order: -1;
    }
  }
  @media print {
    details,
    .ask {
      display: none;
    }
  }
</style>
