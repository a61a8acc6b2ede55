<?php

declare(strict_types=1);

// An instrument that misbehaves in the way it is told: listens on a port of its own, prints it, and answers every query
// so.
$how = $argv[1] ?? '';
$server = stream_socket_server('tcp://127.0.0.1:0');
assert($server !== false);
echo explode(':', (string) stream_socket_get_name($server, false))[1], "\n";
while (($connection = @stream_socket_accept($server, 30)) !== false) {
    while (($line = fgets($connection)) !== false) {
        switch ($how) {
            case 'silent':
                break;
            case 'half':
                fwrite($connection, '+1.2');
                break;
            case 'breaks off':
                fwrite($connection, '+1.2');
                fclose($connection);
                continue 3;
            case 'late':
                usleep(900_000);
                @fwrite($connection, "+9.900000E+01\n");
                break;
            case 'in pieces':
                foreach (str_split("+1.200000E+01\r\n", 3) as $piece) {
                    fwrite($connection, $piece);
                    usleep(20_000);
                }
                break;
            case 'refuses':
                fwrite($connection, "-222,\"Data out of range\"\n");
                break;
            default:
                fwrite($connection, "{$how}\n");
        }
    }
    fclose($connection);
}
