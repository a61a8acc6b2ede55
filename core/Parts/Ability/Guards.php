<?php

declare(strict_types=1);

namespace Oculant\Core\Parts\Ability;

/**
 * A kind that is there to keep people, mains or unit from harm: nothing across it, out of it or instead of it stays for
 * good by a sentence.
 */
interface Guards {}
