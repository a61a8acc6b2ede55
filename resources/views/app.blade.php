<!doctype html>
<html lang="en">
<head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1">
    <title>Oculant</title>
    <link rel="icon" href="/mark.svg" type="image/svg+xml">
    @vite('resources/js/main.tsx')
</head>
<body>
    <div id="app" data-demo="{{ config('oculant.demo') ? 'yes' : '' }}"></div>
    <noscript>Oculant needs JavaScript, which ships with it.</noscript>
</body>
</html>
