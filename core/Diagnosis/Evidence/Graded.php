<?php

declare(strict_types=1);

namespace Oculant\Core\Diagnosis\Evidence;

use Oculant\Core\Diagnosis\Knowledge;

/** Evidence that says something else of a slight fault than of a gross one, or of one that took something along. */
interface Graded
{
    /**
     * @param string $id   of a hypothesis that has several forms
     * @param string $form which of FaultDictionary::forms() it has, by name
     *
     * @return float on the scale of Evidence::likelihood()
     */
    public function within(string $id, string $form, Knowledge $knowledge): float;
}
