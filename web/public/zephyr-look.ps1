# zephyr-look: what this Windows system can say of its memory, as one JSON file for Zephyr Ridge.
# It only reads, installs nothing and sends nothing. No names are in it; serial numbers only where the firmware's table holds them.
#
#   powershell -ExecutionPolicy Bypass -File zephyr-look.ps1 > look.json
$parts = @()
$unread = @()

function Hex([byte[]] $bytes) { -join ($bytes | ForEach-Object { $_.ToString('x2') }) }
function Part([string] $name, [byte[]] $bytes) { @{ name = $name; hex = (Hex $bytes) } }
function Text([string] $text) { [System.Text.Encoding]::UTF8.GetBytes($text) }

try {
    $raw = Get-CimInstance -Namespace root\wmi -ClassName MSSmBios_RawSMBiosTables -ErrorAction Stop
    $data = [byte[]] $raw.SMBiosData
    $head = [byte[]] @(0, $raw.SmbiosMajorVersion, $raw.SmbiosMinorVersion, 0)
    $parts += Part 'firmware table' ($head + [System.BitConverter]::GetBytes([int] $data.Length) + $data)
} catch {
    $unread += 'firmware table: the system does not show it'
}

try {
    $memory = @(Get-CimInstance -ClassName Win32_PhysicalMemory -ErrorAction Stop | Select-Object Capacity, DeviceLocator,
        BankLabel, FormFactor, SMBIOSMemoryType, MemoryType, Speed, ConfiguredClockSpeed, DataWidth, TotalWidth, Manufacturer, PartNumber, SerialNumber)
    $parts += Part 'physical memory' (Text (ConvertTo-Json -Depth 3 -InputObject $memory))
} catch {
    $unread += 'physical memory: the system does not list it'
}

try {
    $system = Get-CimInstance -ClassName Win32_OperatingSystem -ErrorAction Stop
    $visible = [math]::Round($system.TotalVisibleMemorySize / 1MB, 2).ToString([System.Globalization.CultureInfo]::InvariantCulture)
    $parts += Part 'what the system sees' (Text "Usable: $visible GB`nSystem type: $($system.OSArchitecture)`n")
} catch {
    $unread += 'what the system sees'
}

ConvertTo-Json -Depth 4 -InputObject ([ordered] @{
    format = 'zephyr-ridge/look'; version = 1; system = 'Windows'; parts = @($parts); unread = @($unread)
})
