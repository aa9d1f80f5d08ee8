<p>don't env('IN_HTML')</p>
<b>{{ env('GATE_TITLE', 'Lock') }}</b> {{-- env('IN_COMMENT') read: GATE_TITLE fallback=Lock --}}
@if (env('GATE_SHOWN')) {{-- read: GATE_SHOWN optional --}}
{!! getenv('GATE_RAW') !!} {{-- read: GATE_RAW --}}
@endif
