<?php

declare(strict_types=1);

namespace App\StandIn;

/**
 * Recognises SCPI headers in their long and short forms (SCPI-99, volume 1, 6.2.1): capitals are the short form,
 * brackets may be left out.
 */
final class Header
{
    /** @var array<string, string> regular expression by form */
    private static array $patterns = [];

    /** @param string $form for example "MEASure:VOLTage[:DC]?" */
    public static function is(string $given, string $form): bool
    {
        return preg_match(self::$patterns[$form] ??= self::pattern($form), ltrim($given, ':')) === 1;
    }

    private static function pattern(string $form): string
    {
        $pattern = '';
        preg_match_all('/[A-Z]+[a-z]*|[\[\]?*:]/', $form, $pieces);
        foreach ($pieces[0] as $piece) {
            $short = (string) preg_replace('/[a-z]+/', '', $piece);
            $pattern .= match (true) {
                $piece === '[' => '(?:',
                $piece === ']' => ')?',
                $piece === '?' || $piece === '*' => "\\{$piece}",
                $short !== $piece => $short . '(?:' . substr($piece, strlen($short)) . ')?',
                default => $piece,
            };
        }

        return "/^{$pattern}$/i";
    }
}
