<!doctype html>
<html lang="en">

<head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1">
    <meta name="csrf-token" content="{{ csrf_token() }}">
    <meta name="htmx-config"
        content='{"includeIndicatorStyles":false,"allowEval":false,"selfRequestsOnly":true,"historyCacheSize":0,"responseHandling":[{"code":"204","swap":false},{"code":"[23]..","swap":true},{"code":"422","swap":true},{"code":"[45]..","swap":false,"error":true}]}'>
    <meta name="robots" content="noindex">
    <title>@yield('title') · Kanpai</title>
    <link rel="icon" href="/favicon.svg" type="image/svg+xml">
    @vite(['resources/css/bootstrap.scss', $styles ?? 'resources/css/kanpai.css', 'resources/js/app.js'])
    @stack('scripts')
</head>

<body class="@yield('ground')" hx-headers='{"X-CSRF-TOKEN": "{{ csrf_token() }}"}'>
    @yield('body')
</body>

</html>
