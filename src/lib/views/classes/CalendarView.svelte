<script lang="ts">
  import { Calendar, DayGrid, TimeGrid } from '@event-calendar/core';
  import '@event-calendar/core/index.css';
  import { goto } from '$app/navigation';
  import type { CalendarItem } from '$lib/state/calendar-items';

  /** Classes by month or by week; times are those of this machine. */
  let {
    items,
    view,
    span,
    shown,
    open,
  }: {
    items: readonly CalendarItem[];
    view: 'month' | 'week';
    span: { readonly from: number; readonly to: number };
    /** Called with the first and last instant that is shown. */
    shown: (from: number, to: number) => unknown;
    open: (item: CalendarItem) => unknown;
  } = $props();

  const CLOCK = { hour: '2-digit', minute: '2-digit', hour12: false } as const;
  const STATE = { planned: '', due: ' (not planned)', held: ' ✓', off: ' (none)' } as const;
  const options = $derived({
    view: view === 'month' ? 'dayGridMonth' : 'timeGridWeek',
    height: view === 'month' ? '560px' : '600px',
    firstDay: 1 as const,
    locale: 'en-GB',
    nowIndicator: true,
    slotMinTime: '08:00:00',
    slotMaxTime: '24:00:00',
    flexibleSlotTimeLimits: true,
    scrollTime: '17:00:00',
    allDaySlot: false,
    headerToolbar: { start: 'title', center: '', end: 'today prev,next' },
    eventTimeFormat: CLOCK,
    slotLabelFormat: CLOCK,
    events: items.map((i) => ({
      id: i.id,
      title: `${i.name}${STATE[i.state]}${i.state === 'off' && i.why ? `: ${i.why}` : ''}`,
      start: new Date(i.from),
      end: new Date(i.to),
      classNames: [`state-${i.state}`],
    })),
    datesSet: ({ start, end }: { start: Date; end: Date }) => {
      if (start.getTime() !== span.from || end.getTime() !== span.to) shown(start.getTime(), end.getTime());
    },
    eventClick: ({ event }: { event: { id: string | number } }) => {
      const item = items.find((i) => i.id === event.id);
      if (item?.href) void goto(item.href);
      else if (item) open(item);
    },
  });
</script>

<div class="calendar"><Calendar plugins={[DayGrid, TimeGrid]} {options} /></div>

<style>
  .calendar :global(.ec) {
    --ec-border-color: var(--line);
    --ec-bg-color: var(--paper);
    --ec-text-color: var(--ink);
    --ec-today-bg-color: var(--cell);
    --ec-event-bg-color: var(--leader-soft);
    --ec-event-text-color: var(--ink);
    --ec-button-bg-color: var(--sheet);
    --ec-button-border-color: var(--line);
    --ec-button-text-color: var(--ink);
    --ec-now-indicator-color: var(--wrong);
  }
  .calendar :global(.ec-title) {
    font: 700 20px var(--display);
  }
  .calendar :global(.ec-event) {
    background: var(--leader-soft);
    color: var(--ink);
    border-left: 4px solid var(--leader);
    border-radius: 2px;
    box-shadow: none;
    padding: 1px 5px;
    cursor: pointer;
  }
  .calendar :global(.ec-event.state-due) {
    background: var(--paper);
    border: 1px dashed var(--ink);
  }
  .calendar :global(.ec-event.state-held) {
    background: var(--cell);
    border-left-color: var(--quiet);
  }
  .calendar :global(.ec-event.state-off) {
    background: none;
    border-left-color: var(--line);
    color: var(--quiet);
    text-decoration: line-through;
  }
</style>
