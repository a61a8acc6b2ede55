<?php

declare(strict_types=1);

namespace Oculant\Core\Bench;

/** How an open temporary change stands before a gate. */
enum Standing
{
    case Free;
    /** Only if somebody allows it for this gate. */
    case ToAllow;
    /** Never: undo it, or put it right. Nobody overrides this. */
    case Forbidden;
}
