# zephyr-look: what this Windows system can say of its memory, as one JSON file for Zephyr Ridge; beside it the system's edition, whether
# a drive is encrypted, its battery's wear, sizes of its drives and what of them is free.
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

$facts = [ordered] @{}

try {
    $system = Get-CimInstance -ClassName Win32_OperatingSystem -ErrorAction Stop
    $visible = [math]::Round($system.TotalVisibleMemorySize / 1MB, 2).ToString([System.Globalization.CultureInfo]::InvariantCulture)
    $parts += Part 'what the system sees' (Text "Usable: $visible GB`nSystem type: $($system.OSArchitecture)`n")
    $facts.edition = [string] $system.Caption
    if ($system.OSArchitecture -match '32|64') { $facts.wordBits = [int] $Matches[0] }
} catch {
    $unread += 'what the system sees'
}

# 1 on, 2 off, 3 and 4 on the way to either, 5 suspended, 6 locked; asked of the shell, which answers without an administrator.
try {
    $volumes = @(Get-CimInstance -ClassName Win32_LogicalDisk -Filter 'DriveType = 3' -ErrorAction Stop)
    $shell = New-Object -ComObject Shell.Application
    $states = @($volumes | ForEach-Object { $shell.NameSpace("$($_.DeviceID)\").Self.ExtendedProperty('System.Volume.BitLockerProtection') })
    if (@($states | Where-Object { $_ -in 1, 3, 4, 5, 6 }).Count -gt 0) {
        $facts.driveEncrypted = $true
    } elseif ($states.Count -gt 0 -and @($states | Where-Object { $_ -ne 2 }).Count -eq 0) {
        $facts.driveEncrypted = $false
    } else {
        $unread += 'whether a drive is encrypted: the system does not say'
    }
} catch {
    $volumes = @()
    $unread += 'whether a drive is encrypted: the system does not say'
}

try {
    $disks = @(Get-CimInstance -ClassName Win32_DiskDrive -ErrorAction Stop | Where-Object { $_.InterfaceType -ne 'USB' -and $_.Size -gt 0 })
    $facts.drives = @($disks | ForEach-Object { [ordered] @{ bytes = [long] $_.Size } })
    # Which volume lies on which of several disks is not asked here.
    if ($disks.Count -eq 1 -and $volumes.Count -gt 0) {
        $facts.drives[0].freeBytes = [long] ($volumes | Measure-Object -Property FreeSpace -Sum).Sum
    }
} catch {
    $unread += 'drives: the system does not list them'
}

try {
    $built = @(Get-CimInstance -Namespace root\wmi -ClassName BatteryStaticData -ErrorAction Stop)[0]
    $holds = @(Get-CimInstance -Namespace root\wmi -ClassName BatteryFullChargedCapacity -ErrorAction Stop)[0]
    if ($built -and $holds) {
        $facts.battery = [ordered] @{ full = [long] $holds.FullChargedCapacity; design = [long] $built.DesignedCapacity }
    }
} catch {
    $unread += 'battery: the system tells of none'
}

ConvertTo-Json -Depth 4 -InputObject ([ordered] @{
    format = 'zephyr-ridge/look'; version = 1; system = 'Windows'; parts = @($parts); facts = $facts; unread = @($unread)
})
